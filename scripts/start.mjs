// npm start: the same shop without demo data.
import { build } from './build.mjs';
import { install, MEMORY, run } from './run.mjs';

await install();
await build({ demo: false });
await run(process.execPath, [MEMORY, 'dist/server/start.js'], { env: { NODE_ENV: 'production' } });
