import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { type BuildEnvironmentOptions, defineConfig } from 'vite';

const browsers: BuildEnvironmentOptions = {
  outDir: 'dist/client',
  manifest: true,
  assetsInlineLimit: 0,
  // Every browser of the last years fetches ahead by itself; a buyer’s phone need not carry the stand-in for older ones.
  modulePreload: { polyfill: false },
  rollupOptions: {
    input: {
      studio: 'studio.html',
      member: 'member.html',
      pages: 'src/pages/entry.ts',
      'checkout-en': 'src/pages/checkout/entry.en.ts',
      'lesson-en': 'src/pages/learn/entry.en.ts',
      'lesson-de': 'src/pages/learn/entry.de.ts',
      'checkout-de': 'src/pages/checkout/entry.de.ts',
    },
    output: {
      codeSplitting: {
        // Few and whole pieces weigh less on the way than many small ones.
        groups: [
          { name: 'react', test: /node_modules\/(react|react-dom|scheduler)\// },
          { name: 'buyers', test: /src\/ui\/(KeelDrawing|SampleCards|CardFields|Field|card)\./ },
        ],
      },
    },
  },
};
const counter: BuildEnvironmentOptions = {
  outDir: 'dist/server',
  target: 'node20',
  ssr: true,
  rollupOptions: {
    input: {
      start: 'src/counter/start.ts',
      key: 'src/counter/key.ts',
      demo: 'demo/start.ts',
      chain: 'src/counter/files/chain.worker.ts',
      name: 'src/counter/documents/name.worker.ts',
      draw: 'src/counter/documents/draw.worker.ts',
    },
    output: { entryFileNames: '[name].js' },
  },
};

// Two builds: what browsers get, and the counter (with --ssr).
export default defineConfig(({ isSsrBuild }) => ({
  plugins: [react(), ...(isSsrBuild ? [] : [tailwindcss()])],
  build: isSsrBuild ? counter : browsers,
  worker: { format: 'es' as const },
}));
