import '@fontsource-variable/bricolage-grotesque';
import '@fontsource-variable/source-sans-3';
