/**
 * Makes golden journals: npx tsx tests/golden/make.ts <name> [story]. Run it when a new kind or version of event lands, under a
 * name of its own; a journal that is there is never made anew, because it stands for what some shop's disk holds.
 */
import 'fake-indexeddb/auto';
import { createHash } from 'node:crypto';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { FIRST_PREV, serialiseBatch } from '#core/journal';
import { type Release, unsealContent } from '#core/release';
import { buildDemo } from '../../demo/build';
import { demoCatalogue } from '../../demo/catalogue';
import { longRun } from '../support/longRun';
import { answersOf } from './answers';
import { story } from './story';
import { workspaceAnswers } from './workspaceAnswers';

// With "story" that one alone: it holds every kind of fact.
const [version, only] = process.argv.slice(2);
if (!version) throw new Error('Name what landed, like 2026-11.');

const sha256 = (line: string): string => createHash('sha256').update(line).digest('hex');

/** Lines as the counter's disk would hold them: each names the hash of the one before. */
function chained(batches: readonly Parameters<typeof serialiseBatch>[0][]): string[] {
  let prev = FIRST_PREV;
  return batches.map((batch) => {
    const line = serialiseBatch({ ...batch, prev });
    prev = sha256(line);
    return line;
  });
}

function keep(name: string, lines: readonly string[]): void {
  const file = join(import.meta.dirname, 'journals', `${version}-${name}`);
  if (existsSync(`${file}.jsonl.gz`)) throw new Error(`${file} is there already.`);
  writeFileSync(`${file}.jsonl.gz`, gzipSync(lines.map((line) => `${line}\n`).join(''), { level: 9 }));
  writeFileSync(`${file}.answers.json`, `${JSON.stringify(answersOf(lines), null, 1)}\n`);
  process.stdout.write(`${name}: ${lines.length} lines\n`);
}

/** A copy of a studio's workspace, with every kind of document, a file and a history. */
async function keepWorkspace(name: string): Promise<void> {
  const { db } = await import('../../src/studio/data/db');
  const { inPieces } = await import('../../src/studio/data/history');
  const { writeCursor } = await import('../../src/studio/data/cursor');
  const { takeCopy } = await import('../../src/studio/data/workspaceFile');
  const live: Release = {
    format: 1,
    number: 1,
    basedOn: null,
    at: '2025-06-12T07:30:00.000Z',
    content: await demoCatalogue((bytes) => Promise.resolve(createHash('sha256').update(bytes).digest('hex'))),
  };
  const content = unsealContent(live.content);
  const rows = {
    shop: [{ id: 'shop', ...content.shop }],
    product: content.products,
    offer: content.offers,
    coupon: content.coupons,
    path: content.paths,
    page: content.pages,
  };
  let made = 0;
  for (const [kind, docs] of Object.entries(rows))
    for (const doc of docs)
      await db.documents.put({
        key: `${kind}/${doc.id}`,
        kind,
        made: (made += 1),
        doc: kind === 'shop' ? content.shop : doc,
      } as never);
  const bytes = 'six calls';
  await db.files.put({ sha256: createHash('sha256').update(bytes).digest('hex'), blob: new Blob([bytes]) });
  await db.steps.put({
    key: `product/${content.products[0]?.id ?? ''}`,
    done: [
      {
        field: 'title',
        at: 1,
        undo: [{ op: 'replace', path: ['title'], value: 'Dusk field pack' }],
        redo: [{ op: 'replace', path: ['title'], value: 'Dawn field pack' }],
      },
    ],
    undone: [],
  });
  await db.people.bulkPut([
    { id: 'u1', rev: 1, name: 'Tøve مرحبا 🐦', address: 'tove@example.org' },
    { id: 'u2', rev: 2, name: '', address: 'u2@example.org', vatNumbers: { cart1: 'NL004495445B01' } },
  ]);
  const lines = chained((await longRun({ seed: 21, buyers: 30, years: 1, zone: 'Europe/Lisbon' })).batches);
  await db.history.bulkPut(inPieces(lines));
  await db.meta.bulkPut([{ name: 'live', value: live }]);
  await writeCursor({ seq: lines.length, hash: sha256(lines.at(-1) ?? '') });
  const file = join(import.meta.dirname, 'workspaces', `${version}-${name}`);
  const copy = Buffer.from(await (await takeCopy(new Date('2026-06-15T08:00:00Z'))).arrayBuffer());
  writeFileSync(`${file}.zip`, copy);
  writeFileSync(`${file}.answers.json`, `${JSON.stringify(await workspaceAnswers(copy), null, 1)}\n`);
}

keep('story', chained(await story()));
if (only === 'story') process.exit(0);
for (const [seed, zone] of [
  [11, 'Europe/Lisbon'],
  [12, 'America/New_York'],
] as const)
  keep(`run-${seed}`, chained((await longRun({ seed, buyers: 40, years: 2, zone })).batches));
await keepWorkspace('workspace');
const folder = mkdtempSync(join(tmpdir(), 'keel-golden-'));
await buildDemo(join(folder, 'demo'), join('dist', 'client'));
keep(
  'demo',
  readFileSync(join(folder, 'demo', 'test', 'journal.jsonl'), 'utf8')
    .split('\n')
    .filter((line) => line !== ''),
);
rmSync(folder, { recursive: true });
