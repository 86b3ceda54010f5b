// npm run mutate [base] [room]: changes the changed lines of core and counter a little, one at a time, and runs the unit tests
// on each. A change that no test notices is listed: either a test is missing or the line is. Against `main~1` by default.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { install } from './run.mjs';

await install();
const base = process.argv[2] ?? 'main~1';
const only = process.argv[3];
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

// `tests/` lies as `src/` lies: a line is asked of the tests of its own room and of what is made of it; a room without
// tests of its own is asked of all of core.
const ASKED = {
  'core/shop': ['core/shop', 'core/agreements', 'core/journal', 'golden'],
  'core/journal': ['core/journal', 'golden'],
  'core/words': ['core/words', 'core/messages', 'core/emails'],
  'core/engine': ['core/engine', 'core/shop'],
  'core/features': ['core/shop', 'core/agreements', 'core/journal', 'golden'],
  'core/simulate': ['core/shop', 'core/paths'],
  'core/emails': ['core/emails', 'emails'],
};
const byRoom = new Map();
for (const range of ranges) {
  const [, side, room] = /^src\/(core|counter)\/([^/:]+)/.exec(range) ?? [];
  const name = side === 'core' ? `core/${room}` : 'counter';
  byRoom.set(name, [...(byRoom.get(name) ?? []), range]);
}
// Half an hour in all: what was not come to is said, and can be asked for by itself.
const end = Date.now() + 30 * 60_000;
for (const [room, lines] of [...byRoom].sort((a, b) => a[1].length - b[1].length)) {
  if (only !== undefined && room !== only) continue;
  const left = end - Date.now();
  if (left <= 0) {
    process.stdout.write(`Not come to: ${room} (npm run mutate -- ${base} ${room})\n`);
    continue;
  }
  process.stdout.write(`\n${room}\n`);
  const ran = spawnSync(
    process.execPath,
    ['node_modules/@stryker-mutator/core/bin/stryker.js', 'run', '--mutate', lines.join(',')],
    {
      stdio: 'inherit',
      timeout: left,
      env: {
        ...process.env,
        NODE_OPTIONS: '--experimental-vm-modules --no-warnings',
        MUTATED_ROOMS: (ASKED[room] ?? (existsSync(`tests/${room}`) ? [room] : ['core', 'outside'])).join(' '),
      },
    },
  );
  if (ran.error) process.stdout.write(`${room}: broken off, ${ran.error.message}\n`);
}
