import { createHash, randomUUID } from 'node:crypto';
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
  /** SHA-256 of files that go out without a name, because writing it on took too much: the seller is told. */
  givenUp(): ReadonlySet<string>;
  /** Nothing of theirs is left. They can be made again from the originals at any time. */
  forget(personId: PersonId): Promise<void>;
}

/** So many are written on at once. */
const AT_ONCE = 2;
/** What took too much, or found no room, is tried so often before it goes out as it is for good. */
const TRIES = 3;

/** A folder for each person, a file for each version of a PDF and line that was asked for. */
export function openNamedCopies(folder: string, name: typeof nameBeside = nameBeside): NamedCopies {
  makeFolder(folder);
  const gone = new Set<PersonId>();
  const making = new Map<string, Promise<string | null>>();
  const tries = new Map<string, number>();
  const givenUp = new Set<string>();
  const waiting: (() => void)[] = [];
  let busy = 0;

  async function inTurn<T>(work: () => Promise<T>): Promise<T> {
    if (busy >= AT_ONCE) await new Promise<void>((go) => waiting.push(go));
    busy += 1;
    try {
      return await work();
    } finally {
      busy -= 1;
      waiting.shift()?.();
    }
  }

  async function make(path: string, original: { path: string; sha256: string }, line: string): Promise<string | null> {
    makeFolder(dirname(path));
    // Whole or not there; and a mark instead of a copy that cannot be made, so that nobody tries again.
    const part = `${path}.${randomUUID()}.part`;
    try {
      const became = await name(original.path, line, part);
      if (became === 'named') {
        await rename(part, path);
        return path;
      }
      if (became === 'cannot') await writeFile(`${path}.none`, '', { mode: 0o600 });
      else failed(path, original.sha256);
      return null;
    } catch (error) {
      failed(path, original.sha256);
      throw error;
    } finally {
      await rm(part, { force: true });
    }
  }

  function failed(path: string, sha256: string): void {
    tries.set(path, (tries.get(path) ?? 0) + 1);
    givenUp.add(sha256);
  }

  return {
    givenUp: () => givenUp,
    async pathOf(personId, original, line) {
      if (gone.has(personId)) return null;
      const mine = join(folder, personId);
      const version = createHash('sha256').update(`${original.sha256}\n${line}`).digest('hex').slice(0, 40);
      const path = join(mine, `${version}.pdf`);
      if (existsSync(path)) return path;
      if (existsSync(`${path}.none`) || (tries.get(path) ?? 0) >= TRIES) return null;
      const underWay = making.get(path);
      if (underWay) return underWay;
      const made = inTurn(() => make(path, original, line)).catch(() => null);
      making.set(path, made);
      void made.finally(() => making.delete(path));
      return made;
    },
    async forget(personId) {
      gone.add(personId);
      await Promise.all([...making].flatMap(([path, made]) => (path.includes(personId) ? [made] : [])));
      await rm(join(folder, personId), { recursive: true, force: true });
    },
  };
}
