import { existsSync, readFileSync } from 'node:fs';
import { mkdir, open, rename } from 'node:fs/promises';
import { dirname } from 'node:path';

/** Replaces a small file whole: written beside, synced, renamed, and the folder synced. */
export async function replaceFile(path: string, text: string): Promise<void> {
  await mkdir(dirname(path), { recursive: true });
  const beside = `${path}.part`;
  const handle = await open(beside, 'w', 0o600);
  try {
    await handle.writeFile(text);
    await handle.datasync();
  } finally {
    await handle.close();
  }
  await rename(beside, path);
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

/** The JSON of a small file, or null when it does not exist. @throws SyntaxError when it is not JSON */
export const readJson = (path: string): unknown =>
  existsSync(path) ? (JSON.parse(readFileSync(path, 'utf8')) as unknown) : null;
