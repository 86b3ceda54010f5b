// npm run test:changed [base]: types, lint of what changed, and the unit tests that the change can touch. Against the last
// commit by default, so before a commit it is what is about to be committed.
import { spawnSync } from 'node:child_process';
import { install, run } from './run.mjs';

await install();
const base = process.argv[2] ?? 'HEAD';
const named = (args) => spawnSync('git', args, { encoding: 'utf8' }).stdout.split('\n').filter(Boolean);
const changed = [
  ...new Set([
    ...named(['diff', '--name-only', '--diff-filter=d', base]),
    ...named(['ls-files', '--others', '--exclude-standard']),
  ]),
];
const code = changed.filter((name) => /^(src|tests|demo|bench)\/.*\.tsx?$/.test(name));
const node = process.execPath;
await run(node, ['node_modules/typescript/bin/tsc', '--noEmit']);
if (changed.length > 0)
  await run(node, ['node_modules/prettier/bin/prettier.cjs', '--check', '--ignore-unknown', ...changed]);
if (code.length > 0) {
  await run(node, ['node_modules/eslint/bin/eslint.js', ...code]);
  await run(node, [
    '--experimental-vm-modules',
    '--no-warnings',
    'node_modules/jest/bin/jest.js',
    '--passWithNoTests',
    '--findRelatedTests',
    ...code,
  ]);
}
