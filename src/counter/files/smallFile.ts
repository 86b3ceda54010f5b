import { randomUUID } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { mkdir, open, rename, rm } from 'node:fs/promises';
import { dirname } from 'node:path';

/**
 * Replaces a small file whole: written beside under a name of its own, so that two at once never share one; synced,
 * renamed, and the folder synced. Where that fails the file is what it was.
 */
export async function replaceFile(path: string, text: string): Promise<void> {
  await mkdir(dirname(path), { recursive: true, mode: 0o700 });
  const beside = `${path}.${randomUUID()}.part`;
  try {
    const handle = await open(beside, 'wx', 0o600);
    try {
      await handle.writeFile(text);
      await handle.datasync();
    } finally {
      await handle.close();
    }
    await rename(beside, path);
  } catch (error) {
    await rm(beside, { force: true }).catch(() => undefined);
    throw error;
  }
  await syncFolder(dirname(path));
}

export async function syncFolder(path: string): Promise<void> {
  const folder = await open(path, 'r');
  try {
    await folder.sync();
  } finally {
    await folder.close();
  }
}

/** A file of the shop that is there and cannot be read: it is named, and nothing is written over it. */
export class Unreadable extends Error {
  constructor(
    readonly path: string,
    cause: unknown,
  ) {
    super(`${path} cannot be read. Nothing was changed. Put back a copy of this file.`, { cause });
  }
}

/** The JSON of a small file, or null when it does not exist. @throws Unreadable with its path when it is not JSON */
export function readJson(path: string): unknown {
  if (!existsSync(path)) return null;
  try {
    return JSON.parse(readFileSync(path, 'utf8')) as unknown;
  } catch (cause) {
    throw new Unreadable(path, cause);
  }
}
