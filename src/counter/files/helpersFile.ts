import { join } from 'node:path';
import * as z from 'zod';
import { Helper } from '#core/helpers';
import { compareAddress } from '#core/people';
import type { Disk } from './disk';
import { readJson, Unreadable } from './smallFile';

const Helpers = z.array(Helper).max(200);

export interface HelpersFile {
  all(): readonly Helper[];
  get(id: string): Helper | undefined;
  find(address: string): Helper | undefined;
  /** Adds one, or puts another in the place of the one of its id; null takes it away. Held once it is on the disk. */
  put(id: string, helper: Helper | null): Promise<void>;
}

/** Who helps in the shop, in one small file. */
export function openHelpersFile(folder: string, disk: Disk): HelpersFile {
  const path = join(folder, 'helpers.json');
  const read = Helpers.safeParse(readJson(disk, path) ?? []);
  if (!read.success) throw new Unreadable(path, read.error);
  let helpers = read.data;
  let writing: Promise<unknown> = Promise.resolve();
  return {
    all: () => helpers,
    get: (id) => helpers.find((h) => h.id === id),
    find: (address) => helpers.find((h) => compareAddress(h.address) === compareAddress(address)),
    put(id, helper) {
      const mine = writing.then(async () => {
        const known = helpers.some((h) => h.id === id);
        const next =
          helper === null
            ? helpers.filter((h) => h.id !== id)
            : known
              ? helpers.map((h) => (h.id === id ? helper : h))
              : [...helpers, helper];
        await disk.replace(path, JSON.stringify(next, null, 1));
        helpers = next;
      });
      writing = mine.catch(() => undefined);
      return mine;
    },
  };
}
