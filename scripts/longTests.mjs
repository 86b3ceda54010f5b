// npm run test:long: a little over two thousand buyer-years with faults (BUYER_YEARS for more), 5,000 lives of a
// subscription beside a model (LIVES for more), then 200 kills and 100
// failing disks of the built counter while people buy, and a film of 3.9 GB.
import { build } from './build.mjs';
import { install, run } from './run.mjs';

await install();
await build();
const { DAYS, ZONES } = await import('./testDay.mjs');
await run(
  process.execPath,
  [
    '--experimental-vm-modules',
    '--no-warnings',
    'node_modules/jest/bin/jest.js',
    'tests/core/shop/longRun',
    'tests/core/shop/lives',
    'tests/faults',
  ],
  { env: { BUYER_YEARS: process.env.BUYER_YEARS ?? '2000', LIVES: process.env.LIVES ?? '5000', KEEL_FAULTS: 'long' } },
);

// Every day and every zone once, each with another of the other.
for (const [i, day] of DAYS.entries()) {
  process.stdout.write(`\nUnit tests on ${day}\n`);
  await run(process.execPath, ['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js'], {
    env: { KEEL_TEST_DATE: day, TZ: ZONES[i % ZONES.length] },
  });
}
