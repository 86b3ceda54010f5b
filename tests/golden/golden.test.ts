import 'fake-indexeddb/auto';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { describe, expect, test } from '@jest/globals';
import { eventKinds } from '#core/journal';
import { createRunner, memoryPorts } from '#core/shop';
import { realDisk } from '../../src/counter/files/disk';
import { journalFile } from '../../src/counter/files/journalFile';
import { answersFrom, answersOf } from './answers';
import { workspaceAnswers } from './workspaceAnswers';

// What disks and browsers of shops hold from the day a version landed. Whoever changes an answer here changes somebody's books.

const here = (...names: string[]): string => join(import.meta.dirname, ...names);
const namesIn = (folder: string, ending: string): string[] =>
  readdirSync(here(folder))
    .filter((name) => name.endsWith(ending))
    .map((name) => name.slice(0, -ending.length));
const answersBeside = (folder: string, name: string): unknown =>
  JSON.parse(readFileSync(here(folder, `${name}.answers.json`), 'utf8'));
const journals = namesIn('journals', '.jsonl.gz');
const linesOf = (name: string): string[] =>
  gunzipSync(readFileSync(here('journals', `${name}.jsonl.gz`)))
    .toString('utf8')
    .split('\n')
    .filter((line) => line !== '');

describe('histories that landed read the same', () => {
  test.each(journals)('%s', (name) => {
    expect(JSON.parse(JSON.stringify(answersOf(linesOf(name))))).toEqual(answersBeside('journals', name));
  });

  test.each(journals)('%s, opened by the counter as it opens its folder', async (name) => {
    const folder = mkdtempSync(join(tmpdir(), 'keel-golden-'));
    writeFileSync(join(folder, 'journal.jsonl'), `${linesOf(name).join('\n')}\n`);
    const journal = journalFile(folder, realDisk);
    const runner = createRunner({ ...memoryPorts('2030-01-01T00:00:00.000Z'), journal });
    await runner.start();
    const ask = (): unknown => JSON.parse(JSON.stringify(answersFrom(runner.state)));
    const expected = { ...(answersBeside('journals', name) as object), moments: [] };
    expect(journal.problems).toEqual([]);
    expect(ask()).toEqual(expected);
    // Facts of every version come out in their latest shape, however far back they were written.
    for await (const batch of journal.read())
      for (const fact of batch.events)
        expect([fact.type, fact.v, eventKinds[fact.type].schema.safeParse(fact.data).error]).toEqual([
          fact.type,
          eventKinds[fact.type].v,
          undefined,
        ]);
    await journal.close();
    rmSync(folder, { recursive: true, force: true });
  });

  test('every kind of fact stands in one of them', () => {
    const seen = new Set(
      journals
        .flatMap(linesOf)
        .flatMap((line) => (JSON.parse(line) as { events: { type: string }[] }).events.map((e) => e.type)),
    );
    expect(Object.keys(eventKinds).filter((type) => !seen.has(type))).toEqual([]);
  });
});

describe('workspaces that landed open and answer the same', () => {
  test.each(namesIn('workspaces', '.zip'))('%s', async (name) => {
    const copy = new Uint8Array(readFileSync(here('workspaces', `${name}.zip`)));
    const answers = JSON.parse(JSON.stringify(await workspaceAnswers(copy))) as Regrouped;
    expect(regrouped(answers)).toEqual(regrouped(answersBeside('workspaces', name) as Regrouped));
  });
});

type Regrouped = Record<string, unknown> & { totals: string[] };

/**
 * Since an order’s status is that of all its payments, one whose later payment went back stands in another group. What
 * a month came to with its groups together is the same.
 */
function regrouped(answers: Regrouped): Regrouped {
  const months = new Map<string, [number, number, number]>();
  for (const line of answers.totals) {
    const [, key = '', ...sums] = /^(.*) (-?\d+) (-?\d+) (-?\d+)$/.exec(line) ?? [];
    const whole = key.replace(/^(months\|[^|]*\|)[^|]*/, '$1');
    const known = months.get(whole) ?? [0, 0, 0];
    months.set(whole, [known[0] + Number(sums[0]), known[1] + Number(sums[1]), known[2] + Number(sums[2])]);
  }
  return { ...answers, totals: [...months].map(([key, sums]) => `${key} ${sums.join(' ')}`).sort() };
}
