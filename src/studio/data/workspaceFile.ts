import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { UnzipInflate, strToU8, Unzip, UnzipPassThrough, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import * as z from 'zod';
import { DOCUMENT_KINDS } from '#core/documents';
import { FIRST_PREV, parseLine } from '#core/journal';
import { PersonRecord } from '#core/people';
import { Release } from '#core/release';
import { db, type DocumentRow, type StepsRow } from './db';
import { kept } from './kept';
import { KeysHeld } from './keysHeld';
import { hashOf, inPieces, linesOf } from './history';
import { NO_LINE, writeCursor } from './cursor';
import { moveMirror, ROWS_VERSION } from './mirrorRows';
import { judgeDocument } from './judgeDocument';
import { dataWords } from '#say/data';
const say = dataWords.workspaceFile;

/**
 * Everything this browser holds as one zip: see docs/file-formats.md. Orders and passes are not in it; they are
 * worked out again from the history's lines.
 */
const Header = z.object({
  format: z.literal(1),
  savedAt: z.string(),
  documents: z.int(),
  files: z.int(),
  lines: z.int(),
  /** Large files that were left out, by their SHA-256: the shop has those that were ever published. */
  left: z.array(z.object({ sha256: z.string(), bytes: z.int() })).optional(),
});
export type WorkspaceHeader = z.infer<typeof Header>;

const Rows = z.array(
  z.looseObject({
    key: z.string(),
    kind: z.enum(DOCUMENT_KINDS.map((k) => k.kind as string)),
    made: z.number(),
    doc: z.looseObject({}),
  }),
);
const StepRows = z.array(z.object({ key: z.string(), done: z.array(z.any()), undone: z.array(z.any()) }));

export class NotACopy extends Error {}

/** Larger ones are left out of a copy unless they are asked for, and named in it. */
const LARGE_BYTES = 100_000_000;

/** How many large files this browser holds, and how many bytes they come to. */
export async function largeFiles(over = LARGE_BYTES): Promise<{ count: number; bytes: number }> {
  let [count, bytes] = [0, 0];
  await db.files.each(({ blob }) => {
    if (blob.size <= over) return;
    count += 1;
    bytes += blob.size;
  });
  return { count, bytes };
}

/**
 * The workspace as a zip, piece by piece: no file is ever whole in memory beside its blob.
 * @param more.large with files that are larger than `over` bytes; without, they are only named
 */
export async function takeCopy(now: Date, { large = false, over = LARGE_BYTES } = {}): Promise<Blob> {
  const [documents, steps, people, history, live, shas] = await Promise.all([
    db.documents.toArray(),
    db.steps.toArray(),
    kept.people.all(),
    db.history.orderBy('from').toArray(),
    db.meta.get('live'),
    db.files.toCollection().primaryKeys(),
  ]);
  const parts: Uint8Array<ArrayBuffer>[] = [];
  let failed: Error | null = null;
  const zip = new Zip((error, piece) => {
    if (error) failed = error;
    else parts.push(piece);
  });
  const put = (name: string, text: string): void => {
    const entry = new ZipDeflate(name);
    zip.add(entry);
    entry.push(strToU8(text), true);
  };
  const left: { sha256: string; bytes: number }[] = [];
  if (!large)
    await db.files.each(({ sha256: name, blob }) => {
      if (blob.size > over) left.push({ sha256: name, bytes: blob.size });
    });
  const leftOut = new Set(left.map((file) => file.sha256));
  const header: WorkspaceHeader = {
    format: 1,
    savedAt: now.toISOString(),
    documents: documents.length,
    files: shas.length - left.length,
    ...(left.length > 0 ? { left } : {}),
    lines: history.reduce((all, piece) => all + piece.lines.length, 0),
  };
  put('workspace.json', JSON.stringify(header));
  put('documents.json', JSON.stringify(documents));
  put('steps.json', JSON.stringify(steps));
  put('people.json', JSON.stringify(people));
  put('live.json', JSON.stringify(live?.value ?? null));
  put('journal.jsonl', history.map(({ lines }) => lines.map((line) => `${line}\n`).join('')).join(''));
  for (const name of shas.filter((sha) => !leftOut.has(sha))) {
    const row = await db.files.get(name);
    if (!row) continue;
    const entry = new ZipPassThrough(`files/${name}`);
    zip.add(entry);
    const reader = row.blob.stream().getReader();
    for (;;) {
      const piece = await reader.read();
      if (piece.done) break;
      entry.push(piece.value);
    }
    entry.push(new Uint8Array(0), true);
  }
  zip.end();
  if (failed) throw failed as Error;
  return new Blob(parts, { type: 'application/zip' });
}

export interface OpenedCopy {
  header: WorkspaceHeader;
  documents: DocumentRow[];
  /** Documents that cannot be read, by name: they are left out, and the rest is taken. */
  setAside: string[];
  steps: StepsRow[];
  people: PersonRecord[];
  live: Release | null;
  lines: string[];
  files: Map<string, Blob>;
}

/** Reads a copy without changing anything. @throws NotACopy with a sentence for the seller */
export async function openCopy(file: Blob): Promise<OpenedCopy> {
  const entries = await unzip(file).catch(() => {
    throw new NotACopy(say.fileNotCopyMade);
  });
  const text = (name: string): string => {
    const bytes = entries.get(name);
    if (!bytes) throw new NotACopy(say.missingFromFileSo(name));
    return new TextDecoder().decode(joined(bytes));
  };
  try {
    const header = Header.parse(JSON.parse(text('workspace.json')));
    const files = new Map<string, Blob>();
    for (const [name, pieces] of entries) {
      const named = /^files\/([0-9a-f]{64})$/.exec(name)?.[1];
      if (named === undefined) continue;
      const hash = sha256.create();
      for (const piece of pieces) hash.update(piece);
      if (bytesToHex(hash.digest()) !== named) throw new NotACopy(say.fileCopyDamagedNothing);
      files.set(named, new Blob(pieces));
    }
    const judged = (Rows.parse(JSON.parse(text('documents.json'))) as unknown as DocumentRow[]).map(judgeDocument);
    const copy: OpenedCopy = {
      header,
      documents: judged.flatMap((one) => ('row' in one ? [one.row] : [])),
      setAside: judged.flatMap((one) => ('unreadable' in one ? [one.unreadable] : [])),
      steps: StepRows.parse(JSON.parse(text('steps.json'))),
      people: z.array(PersonRecord).parse(JSON.parse(text('people.json'))),
      live: z.nullable(Release).parse(JSON.parse(text('live.json'))),
      lines: linesOf(text('journal.jsonl')),
      files,
    };
    if (copy.lines.some((line) => parseLine(line) === null)) throw new NotACopy(say.historyCopyDamagedNothing);
    return copy;
  } catch (error) {
    if (error instanceof NotACopy) throw error;
    throw new NotACopy(say.fileNotCopyMade2);
  }
}

/** Puts a copy in place of what this browser holds, whole or not at all. Files it only names are kept where they are here. */
export async function putBack(copy: OpenedCopy): Promise<void> {
  const batches = copy.lines.flatMap((line) => parseLine(line) ?? []);
  const last = copy.lines[copy.lines.length - 1];
  const hash = last === undefined ? FIRST_PREV : hashOf(last);
  const named = (copy.header.left ?? []).map((file) => file.sha256);
  await db.transaction('rw', db.tables, async () => {
    const kept = (await db.files.bulkGet(named)).filter((row) => row !== undefined);
    await Promise.all(db.tables.map((table) => table.clear()));
    await db.files.bulkPut(kept);
    await db.documents.bulkPut(copy.documents);
    await db.steps.bulkPut(copy.steps);
    await db.files.bulkPut([...copy.files].map(([name, blob]) => ({ sha256: name, blob })));
    await db.history.bulkPut(inPieces(copy.lines));
    if (copy.live) await db.meta.put({ name: 'live', value: copy.live });
    await moveMirror(batches, copy.people, copy.live?.content.shop.tax ?? null, new KeysHeld());
    await db.made.put({ version: ROWS_VERSION, ...NO_LINE }, 'rows');
    await writeCursor({ seq: copy.lines.length, hash });
  });
}

/** What a copy holds besides files, all of it text. */
const TEXTS = new Set(['workspace.json', 'documents.json', 'steps.json', 'people.json', 'live.json', 'journal.jsonl']);
/** So much text a copy may come to: a history of a million lines is a third of it. */
const MOST_TEXT_BYTES = 1_500_000_000;
/** Files lie in a copy as they are; a little more than the copy itself has is a fault of whoever made it. */
const MOST_GROWTH = 1.1;

/**
 * The entries of a zip as the pieces they came in. Only those that a copy has are unpacked, and no further than a copy
 * can go: what a zip says of its sizes is believed of none.
 */
async function unzip(file: Blob): Promise<Map<string, Uint8Array<ArrayBuffer>[]>> {
  const entries = new Map<string, Uint8Array<ArrayBuffer>[]>();
  const ends: Promise<void>[] = [];
  let [textBytes, fileBytes] = [0, 0];
  const unzipper = new Unzip((entry) => {
    const isFile = /^files\/[0-9a-f]{64}$/.test(entry.name);
    if (!isFile && !TEXTS.has(entry.name)) return;
    const pieces: Uint8Array<ArrayBuffer>[] = [];
    entries.set(entry.name, pieces);
    ends.push(
      new Promise((resolve, reject) => {
        entry.ondata = (error, piece, final) => {
          if (isFile) fileBytes += piece.length;
          else textBytes += piece.length;
          if (error) reject(error);
          else if (textBytes > MOST_TEXT_BYTES || fileBytes > file.size * MOST_GROWTH + 1_000_000) {
            entry.terminate();
            reject(new Error('It unpacks to more than a copy can hold'));
          } else {
            pieces.push(piece);
            if (final) resolve();
          }
        };
      }),
    );
    entry.start();
  });
  unzipper.register(UnzipPassThrough);
  unzipper.register(UnzipInflate);
  const reader = file.stream().getReader();
  for (;;) {
    const piece = await reader.read();
    unzipper.push(piece.value ?? new Uint8Array(0), piece.done);
    if (piece.done) break;
  }
  await Promise.all(ends);
  if (entries.size === 0) throw new Error('no entries');
  return entries;
}

function joined(pieces: readonly Uint8Array[]): Uint8Array {
  const all = new Uint8Array(pieces.reduce((sum, piece) => sum + piece.length, 0));
  let at = 0;
  for (const piece of pieces) {
    all.set(piece, at);
    at += piece.length;
  }
  return all;
}
