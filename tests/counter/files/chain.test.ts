import { createHash } from 'node:crypto';
import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { fact, FIRST_PREV, serialiseBatch } from '#core/journal';
import { followChain } from '../../../src/counter/files/chain';
import { chainBeside } from '../../../src/counter/files/chainBeside';
import { realDisk } from '../../../src/counter/files/disk';
import { journalFile } from '../../../src/counter/files/journalFile';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'keel-chain-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** A history as the shop writes one, its hashes worked out here. */
function history(lines: number, why = (n: number): string => `line ${n}`): string[] {
  let prev = FIRST_PREV;
  return Array.from({ length: lines }, (_, n) => {
    const events = [fact('journal.resumed', { why: why(n) })];
    const line = serialiseBatch({ seq: n + 1, at: '2026-06-15T08:00:00.000Z', prev, events });
    prev = createHash('sha256').update(line).digest('hex');
    return line;
  });
}
const write = (lines: readonly string[]): void => writeFileSync(join(folder, 'journal.jsonl'), `${lines.join('\n')}\n`);
async function opened(thread?: string): Promise<{ head: object; problems: readonly object[]; lines: number }> {
  const journal = journalFile(folder, realDisk, thread === undefined ? {} : { thread });
  let lines = 0;
  for await (const { seq } of journal.read()) lines = seq;
  await journal.close();
  return { head: journal.head(), problems: journal.problems, lines };
}

test('generated: every line that was changed is named, whether hashes are followed by the reader or beside it', async () => {
  const cases = fc.record({
    lines: fc.integer({ min: 1, max: 30 }),
    changed: fc.uniqueArray(fc.nat(29), { maxLength: 4 }),
  });
  await fc.assert(
    fc.asyncProperty(cases, async ({ lines, changed }) => {
      const written = history(lines);
      const spoilt = changed.filter((n) => n < lines).sort((a, b) => a - b);
      for (const n of spoilt) written[n] = (written[n] ?? '').replace('line', 'lime');
      write(written);
      // A last line that was changed is seen by what was noted of it elsewhere.
      const noted = {
        seq: lines,
        hash: createHash('sha256')
          .update(history(lines).at(-1) ?? '')
          .digest('hex'),
      };
      writeFileSync(join(folder, 'head.json'), JSON.stringify(noted));
      const expected = spoilt.map((n) => n + 1);
      expect((await followChain(join(folder, 'journal.jsonl'), noted)).changed).toEqual(expected);
      const told = (await opened()).problems.map((p) => Number(/\d+/.exec((p as { sentence: string }).sentence)?.[0]));
      expect(told).toEqual(expected);
    }),
    { numRuns: 40 },
  );
});

test('a long history is followed in the built thread, and comes to the same; so where the thread ends before its time', async () => {
  const thread = 'dist/server/chain.js';
  expect(existsSync(thread)).toBe(true);
  const written = history(20_000, (n) => `${n} `.padEnd(900, 'x'));
  written[7_000] = (written[7_000] ?? '').replace('xx', 'xy');
  write(written);
  const torn = join(folder, 'torn.mjs');
  writeFileSync(torn, 'process.exit(1)');
  expect(chainBeside(join(folder, 'journal.jsonl'), undefined, thread)).not.toBeNull();
  const [read, beside, ended] = [await opened(), await opened(thread), await opened(torn)];
  expect(read.lines).toBe(20_000);
  expect(read.problems).toHaveLength(1);
  expect(beside.head).toEqual(read.head);
  expect([beside.problems, ended.problems]).toEqual([read.problems, read.problems]);
});

test('nothing is written after closing, also where a note of the last line was just being written', async () => {
  const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
  let writing = 0;
  // The first is slow, the one on closing is not.
  const slowness = [400];
  const slow = {
    ...realDisk,
    async replace(path: string, text: string): Promise<void> {
      writing += 1;
      await wait(slowness.pop() ?? 0);
      await realDisk.replace(path, text);
      writing -= 1;
    },
  };
  const journal = journalFile(folder, slow);
  for await (const batch of journal.read()) throw new Error(`There is line ${batch.seq}`);
  const events = [fact('journal.resumed', { why: 'a test' })];
  await journal.append({ seq: 1, at: '2026-06-15T08:00:00.000Z', events });
  // It is noted a second later.
  while (writing === 0) await wait(20);
  await journal.close();
  expect(writing).toBe(0);
});
