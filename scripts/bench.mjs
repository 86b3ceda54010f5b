// npm run bench: prints measured ratios. Nothing here is asserted; machines differ.
import { build } from './build.mjs';
import { install, run } from './run.mjs';

await install();
await build();
await run(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'bench/run.ts', ...process.argv.slice(2)], {
  env: { NODE_ENV: 'production' },
});
