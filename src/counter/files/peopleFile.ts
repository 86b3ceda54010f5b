import { join } from 'node:path';
import { compareAddress, PersonRecord } from '#core/people';
import type { PeoplePort } from '#core/shop';
import type { Disk } from './disk';
import { readLines } from './readLines';
import { SyncedLog } from './syncedLog';

export interface PeopleFile extends PeoplePort {
  all(): Iterable<PersonRecord>;
  close(): Promise<void>;
}

/** People records as lines; the last line of an id counts. Kept apart from the journal so that a person can be erased. */
export async function openPeopleFile(folder: string, disk: Disk): Promise<PeopleFile> {
  const path = join(folder, 'people.jsonl');
  const byId = new Map<string, PersonRecord>();
  const byAddress = new Map<string, string>();
  let keep = 0;
  for await (const { bytes, end, whole } of readLines(path)) {
    if (!whole) break;
    hold(PersonRecord.parse(JSON.parse(bytes.toString('utf8'))));
    keep = end;
  }
  const log = await SyncedLog.open(disk, path, keep);

  function hold(record: PersonRecord): void {
    const before = byId.get(record.id);
    if (before) byAddress.delete(compareAddress(before.address));
    byId.set(record.id, record);
    byAddress.set(compareAddress(record.address), record.id);
  }

  return {
    get: (id) => byId.get(id),
    find(address) {
      const id = byAddress.get(compareAddress(address));
      return id === undefined ? undefined : byId.get(id);
    },
    async save(record) {
      // Held before it is safe, so that two orders from one new address at once find one person.
      hold(record);
      await log.append(JSON.stringify(record));
    },
    all: () => byId.values(),
    close: () => log.close(),
  };
}
