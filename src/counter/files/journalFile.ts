import { createHash } from 'node:crypto';
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import * as z from 'zod';
import { type Batch, FIRST_PREV, parseLine, serialiseBatch } from '#core/journal';
import { type JournalPort, StorageFailed } from '#core/shop';
import type { Disk } from './disk';
import { readLines } from './readLines';
import { readJson, replaceFile } from './smallFile';
import { SyncedLog } from './syncedLog';

const Head = z.object({ seq: z.int(), hash: z.string() });

/** Something about the history that a person should know, in one sentence. */
export interface HistoryProblem {
  code: 'torn' | 'changed' | 'tail-missing' | 'unreadable';
  sentence: string;
}

export interface JournalFile extends JournalPort {
  readonly problems: readonly HistoryProblem[];
  /** Sequence number and hash of the last safe line. */
  head(): { seq: number; hash: string };
  /** The hash of the line of that number, or null when there is none. */
  hashAt(seq: number): Promise<string | null>;
  /** Raw safe lines from a sequence number on (1 is the first). */
  lines(from: number, limit: number): AsyncGenerator<string>;
  close(): Promise<void>;
}

/**
 * The journal as a file of JSON lines. A torn last line is set aside; a changed line or a missing tail is noticed
 * by the chain of hashes and by `head.json`, which is written now and then and on closing.
 */
export async function openJournalFile(folder: string, disk: Disk): Promise<JournalFile> {
  const path = join(folder, 'journal.jsonl');
  const headPath = join(folder, 'head.json');
  const problems: HistoryProblem[] = [];
  let safe = { seq: 0, hash: FIRST_PREV };
  /** What the next line follows; runs ahead of `safe` while lines wait. */
  let next = safe;
  /** After a failure everything is refused until the file has been read again. */
  let lost = false;
  /** Where the line of each number ends; index 0 is the start of the file. */
  const ends = [0];
  const log = await scan();
  let headTimer: NodeJS.Timeout | null = null;

  async function scan(): Promise<SyncedLog> {
    const noted = Head.safeParse(readHead(headPath)).data;
    let keep = 0;
    for await (const { bytes, end, whole } of readLines(path)) {
      const batch = whole ? parseLine(bytes.toString('utf8')) : null;
      if (!whole) {
        await writeFile(join(folder, `journal.torn-${end}.txt`), bytes);
        problems.push({
          code: 'torn',
          sentence: `The last line of the history was not written to its end, so it never happened. It was set aside as journal.torn-${end}.txt.`,
        });
        break;
      }
      if (!batch || batch.seq !== safe.seq + 1) {
        throw new Error(
          `Line ${safe.seq + 1} of ${path} cannot be read. Nothing was changed. Put back a copy of the file, or cut it before this line if what follows may be lost.`,
        );
      }
      if (batch.prev !== safe.hash)
        problems.push({
          code: 'changed',
          sentence: `Line ${safe.seq} of the history was changed after it was written. Compare it with a copy.`,
        });
      safe = { seq: batch.seq, hash: hashOf(bytes) };
      if (noted && noted.seq === safe.seq && noted.hash !== safe.hash)
        problems.push({
          code: 'changed',
          sentence: `Line ${safe.seq} of the history was changed after it was written. Compare it with a copy.`,
        });
      keep = end;
      ends.push(end);
    }
    if (noted && noted.seq > safe.seq)
      problems.push({
        code: 'tail-missing',
        sentence: `The history ends at line ${safe.seq}, but line ${noted.seq} was once written. Put back a copy of the file before anything is sold.`,
      });
    next = safe;
    return SyncedLog.open(disk, path, keep);
  }

  function noteHead(): void {
    headTimer ??= setTimeout(() => {
      headTimer = null;
      replaceFile(headPath, JSON.stringify(safe)).catch(() => undefined);
    }, 1_000);
    headTimer.unref();
  }

  async function* lines(from: number, limit: number): AsyncGenerator<string> {
    const last = Math.min(safe.seq, from + limit - 1);
    let seq = from;
    if (seq > last) return;
    for await (const { bytes } of readLines(path, ends[from - 1])) {
      yield bytes.toString('utf8');
      seq += 1;
      if (seq > last) return;
    }
  }

  return {
    problems,
    head: () => safe,
    async append(batch) {
      if (lost) throw new StorageFailed('The history must be read again first');
      const line = serialiseBatch({ ...batch, prev: next.hash });
      next = { seq: batch.seq, hash: hashOf(Buffer.from(line)) };
      const written = next;
      try {
        await log.append(line);
      } catch (error) {
        lost = true;
        throw error;
      }
      safe = written;
      ends.push((ends[safe.seq - 1] ?? 0) + Buffer.byteLength(line) + 1);
      noteHead();
    },
    async *read() {
      next = safe;
      lost = false;
      for await (const line of lines(1, Infinity)) yield JSON.parse(line) as Batch;
    },
    async hashAt(seq) {
      if (seq === 0) return FIRST_PREV;
      if (seq === safe.seq) return safe.hash;
      for await (const line of lines(seq, 1)) return hashOf(Buffer.from(line));
      return null;
    },
    lines,
    async close() {
      if (headTimer) clearTimeout(headTimer);
      await log.close();
      await replaceFile(headPath, JSON.stringify(safe)).catch(() => undefined);
    },
  };
}

const hashOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');

function readHead(path: string): unknown {
  try {
    return readJson(path);
  } catch {
    return null;
  }
}
