import { join } from 'node:path';
import * as z from 'zod';
import type { Stretch } from '#core/booking';
import type { Disk } from './disk';
import { readJson, Unreadable } from './smallFile';

const Busy = z.object({
  /** Of the calendar file it was read from. */
  name: z.string(),
  stretches: z.array(z.object({ from: z.number(), until: z.number() })).max(5_000),
});
type Busy = z.infer<typeof Busy>;

const NONE: Busy = { name: '', stretches: [] };

export interface BusyFile {
  /** When the seller has something else to do. */
  all(): readonly Stretch[];
  /** Of which file; empty where there is none. */
  name(): string;
  /** In the place of all that was there. Held once it is on the disk. */
  put(busy: Busy): Promise<void>;
}

/** The seller's own busy times, in one small file: when, and nothing of what. */
export function openBusyFile(folder: string, disk: Disk): BusyFile {
  const path = join(folder, 'busy.json');
  const read = Busy.safeParse(readJson(disk, path) ?? NONE);
  if (!read.success) throw new Unreadable(path, read.error);
  let busy = read.data;
  let writing: Promise<unknown> = Promise.resolve();
  return {
    all: () => busy.stretches,
    name: () => busy.name,
    put(next) {
      const mine = writing.then(async () => {
        await disk.replace(path, JSON.stringify(next));
        busy = next;
      });
      writing = mine.catch(() => undefined);
      return mine;
    },
  };
}
