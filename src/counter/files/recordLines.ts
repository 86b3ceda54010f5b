import type * as z from 'zod';
import type { Disk } from './disk';
import { readLines } from './readLines';
import { SyncedLog } from './syncedLog';

/** A file of lines that were read at the start, and goes on. */
export interface RecordLines {
  log: SyncedLog;
  /** Numbers of lines that are whole and cannot be read: they are passed over and stay where they are. */
  unreadable: number[];
}

/**
 * Reads a file of JSON lines and opens it for appending. A torn last line never happened and is cut; a line that
 * cannot be read is passed over, and named by its number.
 */
export async function openRecordLines<S extends z.ZodType>(
  path: string,
  disk: Disk,
  schema: S,
  take: (line: z.output<S>) => void,
): Promise<RecordLines> {
  const unreadable: number[] = [];
  let keep = 0;
  let number = 0;
  for await (const { bytes, end, whole } of readLines(path)) {
    if (!whole) break;
    number += 1;
    keep = end;
    const line = schema.safeParse(jsonOf(bytes.toString('utf8')));
    if (line.success) take(line.data);
    else unreadable.push(number);
  }
  return { log: await SyncedLog.open(disk, path, keep), unreadable };
}

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}
