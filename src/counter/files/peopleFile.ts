import { join } from 'node:path';
import type { PersonId } from '#core/ids';
import {
  isGone,
  addressesOf,
  compareAddress,
  erasedRecord,
  joinedAway,
  joinedRecord,
  type PersonRecord,
} from '#core/people';
import type { PeoplePort } from '#core/shop';
import type { Disk } from './disk';
import { lineFor, PersonLine, recordOf } from './personLines';
import { openRecordLines, recordLine } from './recordLines';
import type { FileShrank } from './syncedLog';

export interface PeopleFile extends PeoplePort {
  readonly path: string;
  /** Numbers of lines that cannot be read. */
  readonly unreadable: readonly number[];
  /** A record as it is kept, also one that was made one with another; `get` reads that other one. */
  kept(id: PersonId): PersonRecord | undefined;
  all(): Iterable<PersonRecord>;
  /**
   * The person of an address; made when there is none. Two that ask at once for one new address get one person.
   * @throws StorageFailed when a new one could not be written: then there is none
   */
  findOrAdd(address: string, make: () => PersonRecord): Promise<PersonRecord>;
  /**
   * Changes what is on record of a person, one change after the other; a change to null is none.
   * @returns the record as it is then
   */
  change(id: PersonId, recipe: (record: PersonRecord) => PersonRecord | null): Promise<PersonRecord | undefined>;
  /**
   * Forgets somebody: the file is written anew without any line that was theirs. From when `check` has let it pass
   * nobody is found under their address, and nothing more may be begun for them (`isGoing`).
   * @param check throws where something of theirs is under way: then nothing is done
   * @param left what is kept of them for now; all that says something by default
   * @returns what is left of them
   */
  erase(id: PersonId, check: () => void, left?: (record: PersonRecord) => PersonRecord): Promise<PersonRecord>;
  /**
   * Gives somebody another address.
   * @param from what it was when they asked, as addresses are compared
   * @returns the record as it is then; 'taken' where somebody has that address, 'other' where theirs is another by now
   */
  move(id: PersonId, from: string, to: string): Promise<PersonRecord | 'taken' | 'other'>;
  /**
   * Makes two records one, or goes on where that was cut short. Neither is changed or erased meanwhile.
   * @param decide writes it down, once both are there; where it throws nothing is done
   * @returns both as they are then; null where one of them is not there, or is erased: then it was not decided
   */
  join(
    id: PersonId,
    intoId: PersonId,
    decide?: () => Promise<void>,
  ): Promise<[goes: PersonRecord, stays: PersonRecord] | null>;
  isGoing(id: PersonId): boolean;
  close(): Promise<void>;
}

/**
 * People records as lines; the last line of an id counts. Kept apart from the journal so that a person can be erased.
 * Nothing is held that is not on the disk.
 */
export async function openPeopleFile(
  folder: string,
  disk: Disk,
  onShrank?: (error: FileShrank) => void,
): Promise<PeopleFile> {
  const path = join(folder, 'people.jsonl');
  const byId = new Map<string, PersonRecord>();
  const byAddress = new Map<string, string>();
  /** Whatever is being written about one person or address; the next one waits. */
  const busy = new Map<string, Promise<unknown>>();
  const going = new Set<PersonId>();
  const { log, unreadable, unreadableText } = await openRecordLines(
    path,
    disk,
    PersonLine,
    (line) => {
      const record = recordOf(line, byId.get(line.id));
      if (record) hold(record);
      return record !== undefined;
    },
    onShrank,
  );

  function hold(record: PersonRecord): void {
    const before = byId.get(record.id);
    if (before) letGo(before);
    byId.set(record.id, record);
    // Whoever was erased has no address: the next one who comes with it is somebody new.
    for (const address of addressesOf(record)) byAddress.set(compareAddress(address), record.id);
  }

  /** Nobody is found under their addresses any more; whoever has come with one since is somebody else. */
  function letGo(record: PersonRecord): void {
    for (const address of addressesOf(record).map(compareAddress))
      if (byAddress.get(address) === record.id) byAddress.delete(address);
  }

  const present = (id: PersonId): PersonId => {
    const joinedTo = byId.get(id)?.joinedTo;
    return joinedTo === undefined ? id : present(joinedTo);
  };

  function oneByOne<T>(key: string, work: () => Promise<T>): Promise<T> {
    const mine = (busy.get(key) ?? Promise.resolve()).then(work, work);
    busy.set(key, mine);
    const done = (): void => {
      if (busy.get(key) === mine) busy.delete(key);
    };
    mine.then(done, done);
    return mine;
  }

  /** The file without any line that was of somebody who is erased; what cannot be read stays unless it names them. */
  const linesWithout = (erased: PersonRecord): string =>
    [
      ...unreadableText.filter((text) => !text.includes(erased.id)),
      ...[...byId.values()].map((record) => recordLine(record.id === erased.id ? erased : record)),
    ]
      .map((line) => `${line}\n`)
      .join('');

  async function save(record: PersonRecord): Promise<void> {
    await log.append(recordLine(lineFor(byId.get(record.id), record)));
    hold(record);
  }

  const find = (address: string): PersonRecord | undefined => {
    const id = byAddress.get(compareAddress(address));
    return id === undefined ? undefined : byId.get(id);
  };

  return {
    path,
    unreadable,
    get: (id) => byId.get(present(id)),
    kept: (id) => byId.get(id),
    all: () => byId.values(),
    find,
    save,
    findOrAdd: (address, make) =>
      oneByOne(`@${compareAddress(address)}`, async () => {
        const known = find(address);
        if (known) return known;
        const made = make();
        await save(made);
        return made;
      }),
    change: (asked, recipe) =>
      oneByOne(present(asked), async () => {
        const id = present(asked);
        const record = byId.get(id);
        const changed = record === undefined || isGone(record) ? null : recipe(record);
        if (changed) await save(changed);
        return changed ?? record;
      }),
    erase: (id, check, left = erasedRecord) =>
      oneByOne(id, async () => {
        const record = byId.get(id);
        if (!record) throw new Error(`No such person: ${id}`);
        check();
        going.add(id);
        letGo(record);
        const erased = left(record);
        try {
          await log.replaceAll(() => linesWithout(erased));
        } catch (error) {
          going.delete(id);
          hold(record);
          throw error;
        }
        hold(erased);
        return erased;
      }),
    // One after the other for whoever comes with that address, and for whoever changes this record.
    move: (id, from, to) =>
      oneByOne(`@${compareAddress(to)}`, () =>
        oneByOne(id, async () => {
          const record = byId.get(id);
          if (!record || isGone(record) || going.has(id) || compareAddress(record.address) !== from) return 'other';
          const whose = find(to);
          if (whose && whose.id !== id) return 'taken';
          // One of their other addresses is then the one that is written to.
          const addresses = record.addresses?.filter((address) => compareAddress(address) !== compareAddress(to));
          const former = [
            ...(record.former ?? []).filter((address) => address !== record.address),
            record.address,
          ].slice(-200);
          const moved = { ...record, rev: record.rev + 1, address: to, former, ...(addresses ? { addresses } : {}) };
          await save(moved);
          return moved;
        }),
      ),
    join: (id, intoId, decide = async () => undefined) =>
      oneByOne('join', () =>
        oneByOne(id, () =>
          oneByOne(intoId, async () => {
            const [goes, stays] = [byId.get(id), byId.get(intoId)];
            if (!goes || !stays || isGone(stays)) return null;
            if (goes.joinedTo !== undefined) return [goes, stays];
            if (isGone(goes)) return null;
            await decide();
            const joined = joinedRecord(goes, stays);
            await save(joined);
            const away = joinedAway(goes, intoId);
            await save(away);
            return [away, joined];
          }),
        ),
      ),
    isGoing: (id) => going.has(present(id)),
    close: () => log.close(),
  };
}
