import { join } from 'node:path';
import * as z from 'zod';
import { type Batch, FIRST_PREV, parseLine, serialiseBatch } from '#core/journal';
import { type JournalPort, StorageFailed } from '#core/shop';
import { Chain, hashOf } from './chain';
import { chainBeside } from './chainBeside';
import type { Disk } from './disk';
import { readLines, readPieces } from './readLines';
import type { FolderProblem } from './folderProblem';
import { type FileShrank, SyncedLog } from './syncedLog';

const Head = z.object({ seq: z.int(), hash: z.string() });

export interface JournalFile extends JournalPort {
  readonly problems: readonly FolderProblem[];
  /** Sequence number and hash of the last safe line. */
  head(): { seq: number; hash: string };
  /** The hash of the line of that number, or null when there is none. */
  hashAt(seq: number): Promise<string | null>;
  /** The owner says that what is there is the end: it is noted as such. */
  acceptEnd(): Promise<void>;
  /** Raw safe lines from a sequence number on (1 is the first). */
  lines(from: number, limit: number): AsyncGenerator<string>;
  close(): Promise<void>;
}

/**
 * The journal as a file of JSON lines. Its first reading opens it, in one pass: bytes, hash, parse, and the batch goes
 * to whoever folds it. A torn last line is set aside; a changed line or a missing tail is noticed by the chain of
 * hashes and by `head.json`, which is written now and then and on closing. Of a long one hashes are followed beside it.
 * @param thread where the built thread for that lies, for whoever runs from the sources
 * @param onShrank told once, when the file is found to be shorter than what was written to it: nothing is written any more
 */
export function journalFile(
  folder: string,
  disk: Disk,
  { thread, onShrank }: { thread?: string; onShrank?: (error: FileShrank) => void } = {},
): JournalFile {
  const path = join(folder, 'journal.jsonl');
  const headPath = join(folder, 'head.json');
  const problems: FolderProblem[] = [];
  let safe = { seq: 0, hash: FIRST_PREV };
  /** What the next line follows; runs ahead of `safe` while lines wait. */
  let next = safe;
  /** After a failure everything is refused until the file has been read again. */
  let lost = false;
  /** Where the line of each number ends; index 0 is the start of the file. */
  const ends = [0];
  /** Null until the first reading has come to its end: nothing follows a line that was not read. */
  let log: SyncedLog | null = null;
  let headTimer: NodeJS.Timeout | null = null;
  /** The note that is being written: none is after closing. */
  let noting: Promise<void> = Promise.resolve();

  async function* open(): AsyncGenerator<Batch> {
    // A first reading may be broken off and begun anew.
    safe = { seq: 0, hash: FIRST_PREV };
    problems.length = 0;
    ends.length = 1;
    const { noted, unreadable } = readHead();
    if (unreadable)
      problems.push({
        code: 'head-unreadable',
        sentence: `${headPath} cannot be read. It says how far the history had come, so a missing end would not be noticed now. Compare the history with a copy.`,
      });
    const beside = chainBeside(path, noted, thread);
    const chain = new Chain(noted);
    let seq = 0;
    let readBytes = 0;
    reading: for await (const piece of readPieces(path, 0, disk))
      for (const { bytes, end, whole } of piece) {
        readBytes = end;
        if (!whole) {
          await disk.replace(join(folder, `journal.torn-${end}.txt`), bytes.toString('utf8'));
          problems.push({
            code: 'torn',
            sentence: `The last line of the history was not written to its end, so it never happened. It was set aside as journal.torn-${end}.txt.`,
          });
          break reading;
        }
        const batch = parseLine(bytes.toString('utf8'));
        if (!batch || batch.seq !== seq + 1) {
          throw new Error(
            `Line ${seq + 1} of ${path} cannot be read. Nothing was changed. Put back a copy of the file, or cut it before this line if what follows may be lost.`,
          );
        }
        seq += 1;
        if (!beside) chain.add(batch.prev, bytes);
        ends.push(end);
        yield batch;
      }
    const { changed, hash } = (await beside) ?? chain;
    safe = { seq, hash };
    problems.unshift(
      ...changed.map((line) => ({
        code: 'changed' as const,
        sentence: `Line ${line} of the history was changed after it was written. Compare it with a copy.`,
      })),
    );
    if (noted && noted.seq > safe.seq)
      problems.push({
        code: 'tail-missing',
        sentence: `The history ends at line ${safe.seq}, but line ${noted.seq} was once written. Put back a copy of the file before anything is sold.`,
      });
    next = safe;
    log = await SyncedLog.open(disk, path, { bytes: readBytes, keep: ends[safe.seq] ?? 0 }, onShrank);
  }

  /** What was kept, from the first line, after an append had failed. */
  async function* readAgain(): AsyncGenerator<Batch> {
    const from = safe;
    for await (const line of lines(1, Infinity)) {
      const batch = parseLine(line);
      if (!batch) throw new StorageFailed(`The history at ${path} cannot be read any more`);
      yield batch;
    }
    // Only what was read to its end can be gone on with.
    next = from;
    lost = false;
  }

  function readHead(): { noted: z.infer<typeof Head> | undefined; unreadable: boolean } {
    const bytes = disk.read(headPath);
    if (bytes === null) return { noted: undefined, unreadable: false };
    const noted = Head.safeParse(jsonOf(bytes.toString('utf8'))).data;
    return { noted, unreadable: noted === undefined };
  }

  function noteHead(): void {
    headTimer ??= setTimeout(() => {
      headTimer = null;
      noting = disk.replace(headPath, JSON.stringify(safe)).catch(() => undefined);
    }, 1_000);
    headTimer.unref();
  }

  async function* lines(from: number, limit: number): AsyncGenerator<string> {
    const last = Math.min(safe.seq, from + limit - 1);
    let seq = from;
    if (seq > last) return;
    for await (const { bytes } of readLines(path, ends[from - 1], disk)) {
      yield bytes.toString('utf8');
      seq += 1;
      if (seq > last) return;
    }
    throw new StorageFailed(`${path} ends before line ${last}, which had been written`);
  }

  return {
    problems,
    head: () => safe,
    async append(batch) {
      if (log === null || lost) throw new StorageFailed('The history must be read first');
      if (batch.seq !== next.seq + 1) throw new StorageFailed(`Line ${batch.seq} cannot follow line ${next.seq}`);
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
    read: () => (log === null ? open() : readAgain()),
    async hashAt(seq) {
      if (seq === 0) return FIRST_PREV;
      if (seq === safe.seq) return safe.hash;
      for await (const line of lines(seq, 1)) return hashOf(Buffer.from(line));
      return null;
    },
    lines,
    acceptEnd: () => disk.replace(headPath, JSON.stringify(safe)),
    async close() {
      if (headTimer) clearTimeout(headTimer);
      await noting;
      await log?.close();
      // Of an end that is not accepted, the note of what is missing stays.
      if (log !== null && !problems.some(({ code }) => code === 'tail-missing'))
        await disk.replace(headPath, JSON.stringify(safe)).catch(() => undefined);
    },
  };
}

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}
