// npm run key: another key for the owner, printed once.
import { build } from './build.mjs';
import { install, run } from './run.mjs';

await install();
await build({ demo: false });
await run(process.execPath, ['dist/server/key.js'], { env: { NODE_ENV: 'production' } });
