// npm run demo: installs and builds what is missing, then starts the shop with demo data.
import { build } from './build.mjs';
import { install, MEMORY, run } from './run.mjs';

await install();
await build();
await run(process.execPath, [MEMORY, 'dist/server/demo.js'], { env: { NODE_ENV: 'production' } });
