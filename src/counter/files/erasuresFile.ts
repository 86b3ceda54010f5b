import { join } from 'node:path';
import * as z from 'zod';
import { idFor, type PersonId } from '#core/ids';
import type { Disk } from './disk';
import { readJson, Unreadable } from './smallFile';

/** An erasure that has begun. Its addresses are needed until the mail to them is forgotten, and go with it. */
const Erasure = z.object({
  personId: idFor<PersonId>(),
  addresses: z.array(z.string().max(254)).max(300),
  at: z.string(),
});
export type Erasure = z.infer<typeof Erasure>;

export interface ErasuresFile {
  all(): readonly Erasure[];
  of(personId: PersonId): Erasure | undefined;
  /** Resolves once it is on the disk: from then on it is gone on with at every start until it is done. */
  begin(erasure: Erasure): Promise<void>;
  end(personId: PersonId): Promise<void>;
}

/** Erasures that have begun and are not done, in one small file. */
export function openErasuresFile(folder: string, disk: Disk): ErasuresFile {
  const path = join(folder, 'erasing.json');
  const read = z.array(Erasure).safeParse(readJson(disk, path) ?? []);
  if (!read.success) throw new Unreadable(path, read.error);
  let all = read.data;
  let writing: Promise<unknown> = Promise.resolve();
  const put = (change: (now: Erasure[]) => Erasure[]): Promise<void> => {
    const mine = writing.then(async () => {
      const next = change(all);
      await disk.replace(path, JSON.stringify(next));
      all = next;
    });
    writing = mine.catch(() => undefined);
    return mine;
  };
  return {
    all: () => all,
    of: (personId) => all.find((one) => one.personId === personId),
    begin: (erasure) => put((now) => [...now.filter((one) => one.personId !== erasure.personId), erasure]),
    end: (personId) => put((now) => now.filter((one) => one.personId !== personId)),
  };
}
