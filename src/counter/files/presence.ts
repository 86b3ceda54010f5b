import { join } from 'node:path';
import * as z from 'zod';
import type { Instant } from '#core/calendar';
import { readJson, replaceFile } from './smallFile';

const Note = z.object({ at: z.string() });

/** The moment at which the counter last said that it is there: written every minute, read at the next start. */
export function openPresence(folder: string): { last(): Instant | null; note(at: Instant): Promise<void> } {
  const path = join(folder, 'presence.json');
  return {
    last: () => Note.safeParse(readJson(path)).data?.at ?? null,
    note: (at) => replaceFile(path, JSON.stringify({ at })),
  };
}
