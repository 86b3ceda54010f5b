import { join } from 'node:path';
import * as z from 'zod';
import type { Instant } from '#core/calendar';
import type { Disk } from './disk';
import { readJson } from './smallFile';

const Note = z.object({ at: z.iso.datetime() });

export interface Presence {
  readonly path: string;
  /** Null where it was never noted, or the note cannot be read. */
  readonly last: Instant | null;
  readonly unreadable: boolean;
  note(at: Instant): Promise<void>;
}

/** The moment at which the counter last said that it is there: written every minute, read at the next start. */
export function openPresence(folder: string, disk: Disk): Presence {
  const path = join(folder, 'presence.json');
  const read = readNote(disk, path);
  return {
    path,
    last: read.at,
    unreadable: read.unreadable,
    note: (at) => disk.replace(path, JSON.stringify({ at })),
  };
}

function readNote(disk: Disk, path: string): { at: Instant | null; unreadable: boolean } {
  try {
    const json = readJson(disk, path);
    return { at: json === null ? null : Note.parse(json).at, unreadable: false };
  } catch {
    return { at: null, unreadable: true };
  }
}
