import { appendFileSync, existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { appendFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import * as z from 'zod';
import { addDays } from '#core/calendar';
import type { PathId, StepId } from '#core/ids';
import { countDesigns, countRobot, countView, sumTallies, type Tally, tallied, View } from '#core/visits';
import { realDisk } from './disk';

const Line = z.union([View, z.object({ robot: z.tuple([z.string(), z.string()]) })]);
type Line = z.infer<typeof Line>;
const Sums = z.record(z.string(), z.int().min(0));

const WRITE_AFTER_MS = 1_000;
/** So long lines of single visits are kept; afterwards only what they add up to. */
const KEPT_DAYS = 90;

/**
 * What was seen of paths: a log of its own for each day, apart from the journal, and the sums of each day that is over.
 * Nothing depends on it: a line that cannot be written or read is a view that is not counted, never a page not shown.
 */
export interface VisitsFiles {
  /** Counts a view; a visit with a name once a day at each step. */
  note(day: string, view: View): void;
  robot(day: string, path: PathId, step: StepId): void;
  /** The sums of each day from one to another, days without any left out. */
  days(from: string, to: string): { day: string; tally: Tally }[];
  /** How often a step was seen while a release was live. */
  during(path: PathId, step: StepId, release: number): number;
  /** Why counting has stopped, since when; null while it goes on. */
  stopped(): string | null;
  close(): Promise<void>;
}

export function openVisitsFiles(folder: string, say: (what: string, error: unknown) => void): VisitsFiles {
  const tallies = new Map<string, Tally>();
  /** Which visits were counted where, by day: around midnight there are two. */
  const seen = new Map<string, Set<string>>();
  /** Days with more in them than their sums on the disk say. */
  const unwritten = new Set<string>();
  const waiting = new Map<string, string[]>();
  let timer: ReturnType<typeof setTimeout> | null = null;
  /** What is being written: nothing is after closing. */
  let writing: Promise<void> = Promise.resolve();
  let closed = false;
  let failedSince: string | null = null;

  const logOf = (day: string): string => join(folder, `${day}.log`);
  const sumsOf = (day: string): string => join(folder, `${day}.json`);
  const tallyOf = (day: string): Tally => {
    const tally = tallies.get(day) ?? {};
    tallies.set(day, tally);
    return tally;
  };
  const isNew = (day: string, { visit, path, step }: View): boolean => {
    if (visit === undefined) return true;
    const visits = seen.get(day) ?? new Set();
    const key = `${visit} ${path} ${step}`;
    if (visits.has(key)) return false;
    seen.set(day, visits.add(key));
    return true;
  };
  function fold(day: string, line: Line): boolean {
    if ('robot' in line) countRobot(tallyOf(day), ...line.robot);
    else {
      const fresh = isNew(day, line);
      if (!fresh && !line.seen && !line.on) return false;
      if (fresh) countView(tallyOf(day), line);
      countDesigns(tallyOf(day), line);
    }
    unwritten.add(day);
    return true;
  }

  function read(): void {
    if (!existsSync(folder)) return;
    const days = [...new Set(readdirSync(folder).map((name) => name.slice(0, 10)))].sort();
    for (const day of days) {
      const sums = existsSync(sumsOf(day)) ? readSums(sumsOf(day)) : null;
      if (sums) tallies.set(day, sums);
      else if (existsSync(logOf(day)))
        for (const text of readFileSync(logOf(day), 'utf8').split('\n')) {
          const line = readLine(text);
          if (line) fold(day, line);
        }
    }
  }

  /** Days that are over are kept as their sums; after a while only as those. */
  async function rollUp(): Promise<void> {
    const today = [...tallies.keys()].sort().at(-1) ?? '';
    for (const [day, tally] of tallies) {
      if (day >= today) continue;
      if (unwritten.delete(day))
        await realDisk.replace(sumsOf(day), JSON.stringify(tally)).catch((error: unknown) => {
          unwritten.add(day);
          throw error;
        });
      seen.delete(addDays(day, -1));
      if (addDays(day, KEPT_DAYS) < today) await rm(logOf(day), { force: true });
    }
  }

  function append(day: string, line: Line): void {
    if (!fold(day, line)) return;
    waiting.set(day, [...(waiting.get(day) ?? []), JSON.stringify(line)]);
    if (closed) return;
    timer ??= setTimeout(() => {
      timer = null;
      writing = write().then(rollUp).catch(failed);
    }, WRITE_AFTER_MS);
    timer.unref();
  }

  function failed(error: unknown): void {
    if (failedSince === null) say('What was seen of pages cannot be kept; counting goes on in memory', error);
    failedSince ??= new Date().toISOString();
  }

  async function write(): Promise<void> {
    for (const [day, lines] of [...waiting]) {
      waiting.delete(day);
      mkdirSync(folder, { recursive: true, mode: 0o700 });
      // A line that was torn stands by itself: the next begins anew.
      await appendFile(logOf(day), `${lines.join('\n')}\n`, { mode: 0o600 });
    }
    failedSince = null;
  }

  try {
    read();
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    for (const day of tallies.keys())
      if (existsSync(logOf(day)) && !existsSync(sumsOf(day)) && isTorn(logOf(day))) appendFileSync(logOf(day), '\n');
  } catch (error) {
    failed(error);
  }
  return {
    note: append,
    robot: (day, path, step) => append(day, { robot: [path, step] }),
    days: (from, to) =>
      [...tallies]
        .filter(([day]) => day >= from && day <= to)
        .sort(([a], [b]) => (a < b ? -1 : 1))
        .map(([day, tally]) => ({ day, tally })),
    during: (path, step, release) => tallied(sumTallies([...tallies.values()]), path, step, 'release', String(release)),
    stopped: () => failedSince,
    async close() {
      closed = true;
      if (timer) clearTimeout(timer);
      await writing;
      await write().catch(failed);
    },
  };
}

/** A line of a log; null where it is none: cut off by a crash, or by a full disk. */
function readLine(text: string): Line | null {
  if (text === '') return null;
  try {
    return Line.parse(JSON.parse(text));
  } catch {
    return null;
  }
}

function readSums(path: string): Tally | null {
  try {
    return Sums.parse(JSON.parse(readFileSync(path, 'utf8')));
  } catch {
    return null;
  }
}

const isTorn = (path: string): boolean => {
  const text = readFileSync(path, 'utf8');
  return text !== '' && !text.endsWith('\n');
};
