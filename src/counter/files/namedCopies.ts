import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { rename, rm, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { PersonId } from '#core/ids';
import { nameBeside } from '../documents/nameBeside';
import { makeFolder } from './makeFolder';

export interface NamedCopies {
  /**
   * Where a person's own copy of a PDF lies, with a line at its foot; made the first time it is asked for. The original
   * stays untouched.
   * @param original where that lies, and its SHA-256
   * @returns null where it cannot be written on, or there is no room for it: then it is delivered as it is
   */
  pathOf(personId: PersonId, original: { path: string; sha256: string }, line: string): Promise<string | null>;
  /** Nothing of theirs is left. They can be made again from the originals at any time. */
  forget(personId: PersonId): Promise<void>;
}

/** A folder for each person, a file for each version of a PDF and line that was asked for. */
export function openNamedCopies(folder: string): NamedCopies {
  makeFolder(folder);
  const gone = new Set<PersonId>();
  const making = new Map<string, Promise<string | null>>();
  // One after the other: each is held whole in memory while it is written on.
  let last: Promise<unknown> = Promise.resolve();

  async function make(path: string, original: string, line: string): Promise<string | null> {
    makeFolder(dirname(path));
    const bytes = await nameBeside(original, line);
    // Whole or not there; and a mark instead of a copy that cannot be made, so that nobody tries again.
    await writeFile(`${path}.part`, bytes ?? '', { mode: 0o600 });
    await rename(`${path}.part`, bytes ? path : `${path}.none`);
    return bytes ? path : null;
  }

  return {
    async pathOf(personId, { path: original, sha256 }, line) {
      if (gone.has(personId)) return null;
      const mine = join(folder, personId);
      const version = createHash('sha256').update(`${sha256}\n${line}`).digest('hex').slice(0, 40);
      const path = join(mine, `${version}.pdf`);
      if (existsSync(path)) return path;
      if (existsSync(`${path}.none`)) return null;
      const underWay = making.get(path);
      if (underWay) return underWay;
      const made = last.then(() => make(path, original, line)).catch(() => null);
      last = made;
      making.set(path, made);
      void made.finally(() => making.delete(path));
      return made;
    },
    async forget(personId) {
      gone.add(personId);
      await last;
      await rm(join(folder, personId), { recursive: true, force: true });
    },
  };
}
