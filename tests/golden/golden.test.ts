import 'fake-indexeddb/auto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { describe, expect, test } from '@jest/globals';
import { eventKinds } from '#core/journal';
import { answersOf } from './answers';
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
    expect(JSON.parse(JSON.stringify(await workspaceAnswers(copy)))).toEqual(answersBeside('workspaces', name));
  });
});
