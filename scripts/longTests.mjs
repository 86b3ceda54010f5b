// npm run test:long: the long simulation, a little over two thousand buyer-years with faults (BUYER_YEARS for more).
import { install, run } from './run.mjs';

await install();
await run(
  process.execPath,
  ['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js', 'tests/core/shop/longRun'],
  { env: { BUYER_YEARS: process.env.BUYER_YEARS ?? '2000' } },
);
