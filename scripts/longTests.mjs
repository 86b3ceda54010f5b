// npm run test:long: a little over two thousand buyer-years with faults (BUYER_YEARS for more), then 200 kills and 100
// failing disks of the built counter while people buy, and a film of 3.9 GB.
import { build } from './build.mjs';
import { install, run } from './run.mjs';

await install();
await build();
await run(
  process.execPath,
  [
    '--experimental-vm-modules',
    '--no-warnings',
    'node_modules/jest/bin/jest.js',
    'tests/core/shop/longRun',
    'tests/faults',
  ],
  { env: { BUYER_YEARS: process.env.BUYER_YEARS ?? '2000', KEEL_FAULTS: 'long' } },
);
