import { crc32 } from 'node:zlib';
import type * as z from 'zod';
import type { Disk } from './disk';
import { readLines } from './readLines';
import { type FileShrank, SyncedLog } from './syncedLog';

/** A file of lines that were read at the start, and goes on. */
export interface RecordLines {
  log: SyncedLog;
  /** Numbers of lines that are whole and cannot be read, or were changed: they are passed over and stay where they are. */
  unreadable: number[];
  /** The same lines as they are in the file. */
  unreadableText: string[];
}

/** Between a record and its checksum: JSON never has this character unescaped. */
const BEFORE_CHECKSUM = '\t';

/** A record as a line of its file: JSON, a tab, and its CRC-32 (ISO 3309) as eight hexadecimal digits. */
export function recordLine(record: unknown): string {
  const json = JSON.stringify(record);
  return `${json}${BEFORE_CHECKSUM}${checksumOf(json)}`;
}

const checksumOf = (json: string): string => crc32(json).toString(16).padStart(8, '0');

/**
 * The record of a line. Lines from before there were checksums have none.
 * @returns undefined where it is no JSON, or is not what was written
 */
export function readRecordLine(line: string): unknown {
  const at = line.lastIndexOf(BEFORE_CHECKSUM);
  const json = at === -1 ? line : line.slice(0, at);
  if (at !== -1 && line.slice(at + 1) !== checksumOf(json)) return undefined;
  try {
    return JSON.parse(json) as unknown;
  } catch {
    return undefined;
  }
}

/**
 * Reads a file of JSON lines and opens it for appending. A torn last line never happened and is cut; a line that
 * cannot be read, or whose checksum is another's, is passed over and named by its number.
 * @param take what the line says; false where it means nothing after those before it
 * @throws the error of the operating system where the file exists and cannot be read
 */
export async function openRecordLines<S extends z.ZodType>(
  path: string,
  disk: Disk,
  schema: S,
  take: (line: z.output<S>) => boolean | void,
  onShrank?: (error: FileShrank) => void,
): Promise<RecordLines> {
  const unreadable: number[] = [];
  const unreadableText: string[] = [];
  const read = { bytes: 0, keep: 0 };
  let number = 0;
  for await (const { bytes, end, whole } of readLines(path, 0, disk)) {
    read.bytes = end;
    if (!whole) break;
    number += 1;
    read.keep = end;
    const text = bytes.toString('utf8');
    const line = schema.safeParse(readRecordLine(text));
    if (line.success && take(line.data) !== false) continue;
    unreadable.push(number);
    unreadableText.push(text);
  }
  return { log: await SyncedLog.open(disk, path, read, onShrank), unreadable, unreadableText };
}
