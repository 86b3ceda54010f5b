// npm test: installs what is missing, then types, lint, imports, unit and outside checks, and the end-to-end tests.
import { findChromium, install, run } from './run.mjs';

await install();
const chromium = findChromium();
if (!chromium) {
  process.stderr.write(
    'Missing: Chromium, for the end-to-end tests. Install it (on Debian, as root: apt-get install chromium) or name it: CHROMIUM=/path/to/chromium npm test\n',
  );
  process.exit(1);
}
const node = process.execPath;
const { build } = await import('./build.mjs');
const step = (name) => process.stdout.write(`\n${name}\n`);
step('Form, types, lint, imports, and the build');
// On two cores: what only reads runs beside the build.
const checks = async () => {
  await run(node, ['node_modules/prettier/bin/prettier.cjs', '--check', '--log-level', 'warn', '.']);
  await run(node, ['node_modules/typescript/bin/tsc', '--noEmit']);
  await run(node, ['node_modules/eslint/bin/eslint.js', '.']);
  await run(node, [
    'node_modules/dependency-cruiser/bin/dependency-cruise.mjs',
    '--config',
    '.dependency-cruiser.cjs',
    '--output-type',
    'err',
    'src',
    'demo',
  ]);
};
await Promise.all([checks(), build()]);
step('Unit and outside checks');
const jest = ['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js'];
await run(node, jest);
step('End to end, in Chromium');
await run(node, [...jest, '--config', 'jest.e2e.config.js'], { env: { CHROMIUM: chromium } });
