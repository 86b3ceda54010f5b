import { createHash } from 'node:crypto';
import { readFile, rename, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { PersonId } from '#core/ids';
import { createDrawer, type Drawing } from '../documents/drawBeside';
import { isMissing } from './fileCalls';
import { makeFolder } from './makeFolder';

export interface PapersFiles {
  /** A paper of somebody as a PDF: drawn the first time, and kept for as long as nothing on it changes. */
  of(personId: PersonId, drawing: Drawing): Promise<Uint8Array>;
  /** Nothing of theirs is left: papers can be drawn again, and name nobody then. */
  forget(personId: PersonId): Promise<void>;
}

/** A folder for each person, a file for each paper by what stands on it. */
export function openPapersFiles(folder: string, draw = createDrawer()): PapersFiles {
  const drawing = new Map<string, Promise<Uint8Array>>();
  const gone = new Set<PersonId>();

  async function read(path: string): Promise<Uint8Array | null> {
    try {
      return await readFile(path);
    } catch (error) {
      if (isMissing(error)) return null;
      throw error;
    }
  }

  async function make(personId: PersonId, path: string, what: Drawing): Promise<Uint8Array> {
    const kept = await read(path);
    if (kept) return kept;
    const bytes = await draw(what);
    if (gone.has(personId)) return bytes;
    // What cannot be kept is drawn again the next time.
    await (async () => {
      makeFolder(join(folder, personId));
      await writeFile(`${path}.part`, bytes, { mode: 0o600 });
      await rename(`${path}.part`, path);
    })().catch(() => undefined);
    return bytes;
  }

  return {
    of(personId, what) {
      const name = createHash('sha256').update(JSON.stringify(what)).digest('hex').slice(0, 40);
      const path = join(folder, personId, `${name}.pdf`);
      const underWay = drawing.get(path);
      if (underWay) return underWay;
      const made = make(personId, path, what);
      drawing.set(path, made);
      void made.finally(() => drawing.delete(path)).catch(() => undefined);
      return made;
    },
    async forget(personId) {
      gone.add(personId);
      await rm(join(folder, personId), { recursive: true, force: true });
    },
  };
}
