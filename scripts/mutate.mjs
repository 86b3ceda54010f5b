// npm run mutate [base]: changes the changed lines of core and counter a little, one at a time, and runs the unit tests
// on each. A change that no test notices is listed: either a test is missing or the line is. Against `main~1` by default.
import { spawnSync } from 'node:child_process';
import { install, run } from './run.mjs';

await install();
const base = process.argv[2] ?? 'main~1';
const diff = spawnSync('git', ['diff', '--unified=0', base, '--', 'src/core', 'src/counter'], { encoding: 'utf8' });
if (diff.status !== 0) {
  process.stderr.write(`${diff.stderr}Name what to compare with: npm run mutate -- <commit>\n`);
  process.exit(1);
}
const ranges = [];
let file = null;
for (const line of diff.stdout.split('\n')) {
  const named = /^\+\+\+ (?:b\/(.*)|\/dev\/null)$/.exec(line);
  if (named) file = /\.tsx?$/.test(named[1] ?? '') ? named[1] : null;
  const hunk = /^@@ .* \+(\d+)(?:,(\d+))? @@/.exec(line);
  if (!hunk || file === null) continue;
  const [from, count] = [Number(hunk[1]), Number(hunk[2] ?? 1)];
  if (count > 0) ranges.push(`${file}:${from}-${from + count - 1}`);
}
if (ranges.length === 0) {
  process.stdout.write(`Nothing in src/core or src/counter differs from ${base}.\n`);
  process.exit(0);
}
await run(
  process.execPath,
  ['node_modules/@stryker-mutator/core/bin/stryker.js', 'run', '--mutate', ranges.join(',')],
  {
    env: { NODE_OPTIONS: '--experimental-vm-modules --no-warnings' },
  },
);
