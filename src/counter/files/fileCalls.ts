import { readFileSync } from 'node:fs';
import { mkdir, open, rename, rm } from 'node:fs/promises';

/** An open file, by the calls the shop makes on it. Node's `FileHandle` is one. */
export interface OpenFile {
  read(buffer: Buffer, offset: number, length: number, position: number): Promise<{ bytesRead: number }>;
  write(buffer: Buffer, offset: number, length: number, position: number): Promise<{ bytesWritten: number }>;
  datasync(): Promise<void>;
  sync(): Promise<void>;
  truncate(length: number): Promise<void>;
  stat(): Promise<{ size: number }>;
  close(): Promise<void>;
}

/**
 * Every call to the operating system by which a file that must not be lost is opened, read, written, replaced or
 * removed. A test puts calls in their place that fail with any error code at any moment.
 */
export interface FileCalls {
  open(path: string, flags: string | number, mode?: number): Promise<OpenFile>;
  rename(from: string, to: string): Promise<void>;
  rm(path: string): Promise<void>;
  mkdir(path: string): Promise<void>;
  readSync(path: string): Buffer;
}

export const nodeFileCalls: FileCalls = {
  open,
  rename,
  rm: (path) => rm(path, { force: true }),
  mkdir: async (path) => void (await mkdir(path, { recursive: true, mode: 0o700 })),
  readSync: (path) => readFileSync(path),
};

const codeOf = (error: unknown): string =>
  typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';

/** Whether an error says that a file is not there: the only one after which a file may be created. */
export const isMissing = (error: unknown): boolean => codeOf(error) === 'ENOENT';

/** Errors by which a disk refuses: full, over quota, read-only, broken, or too many files open. Each may pass. */
const DISK_REFUSES = new Set([
  'ENOSPC',
  'EDQUOT',
  'EROFS',
  'EIO',
  'EMFILE',
  'ENFILE',
  'ENOMEM',
  'EFBIG',
  'EACCES',
  'EPERM',
  'EBUSY',
  'EAGAIN',
  'ENXIO',
]);

/** Whether an error, or what caused it, came from the disk and not from what was asked. */
export function isDiskError(error: unknown): boolean {
  for (let at: unknown = error, depth = 0; at instanceof Error && depth < 5; at = at.cause, depth += 1)
    if (DISK_REFUSES.has(codeOf(at))) return true;
  return false;
}
