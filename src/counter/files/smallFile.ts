import type { Disk } from './disk';

/** A file of the shop that is there and cannot be read: it is named, and nothing is written over it. */
export class Unreadable extends Error {
  constructor(
    readonly path: string,
    cause: unknown,
  ) {
    super(`${path} cannot be read. Nothing was changed. Put back a copy of this file.`, { cause });
  }
}

/**
 * The JSON of a small file, or null when it does not exist.
 * @throws Unreadable with its path when it cannot be read, whatever the reason, or is not JSON
 */
export function readJson(disk: Disk, path: string): unknown {
  try {
    const bytes = disk.read(path);
    return bytes === null ? null : (JSON.parse(bytes.toString('utf8')) as unknown);
  } catch (cause) {
    throw new Unreadable(path, cause);
  }
}
