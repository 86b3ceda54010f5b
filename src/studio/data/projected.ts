import Dexie, { type Table } from 'dexie';
import type { Batch } from '#core/journal';
import type { ProjectedRows, ProjectedTables, Projection } from '#core/shop';
import { NO_LINE } from './cursor';
import { type Cursor, db } from './db';
import { follows, hashHereAt, hashOf, lastSeqHere, linesHereAfter, readLines } from './history';

/** Where a projection stands in the history that this browser holds. */
interface Place extends Cursor {
  /** Whether it has reached the end of the history once since it was begun: until then nothing is said from it. */
  whole: boolean;
  /** It could not be moved on the last time. */
  failed: boolean;
}

const PREFIX = 'clear-keel.of.';
const PLACE = 'place';
const NOWHERE: Place = { ...NO_LINE, whole: false, failed: false };

/** A store for each version, so that an older one is never read by what does not know it. */
const storeName = ({ name, version }: Projection): string => `${PREFIX}${name}.${version}`;

const opened = new Map<string, Dexie>();

/** The browser's store of one projection; made when it is first asked for. */
function storeOf(projection: Projection): Dexie {
  const name = storeName(projection);
  const known = opened.get(name);
  if (known) return known;
  const store = new Dexie(name);
  store.version(1).stores({ ...projection.tables, [PLACE]: '' });
  opened.set(name, store);
  return store;
}

const placeIn = async (store: Dexie): Promise<Place> =>
  ((await store.table(PLACE).get('here')) as Place | undefined) ?? NOWHERE;

const rowsIn = (store: Dexie): ProjectedRows<ProjectedTables> => ({
  get: (table, keys) => store.table(table).bulkGet([...keys]),
  put: (table, rows) => store.table(table).bulkPut([...rows]),
  remove: (table, keys) => store.table(table).bulkDelete([...keys]),
});

/**
 * Moves projections on to the end of the history that this browser holds, each from where it stands, and drops the stores
 * of versions that are no longer known. Only one window at a time may do this (the mirror's worker does).
 * @param allIsHere whether the history in this browser is the shop's whole history: only then can anything be said from it
 */
export async function moveProjections(projections: readonly Projection[], allIsHere: boolean): Promise<void> {
  await dropOthers(projections);
  for (const projection of projections)
    try {
      await moveToTheEnd(projection, allIsHere);
    } catch (error) {
      // Whatever it may be: one that cannot be worked out, or has no room, keeps no other and no order from being shown.
      // It stands where it stood, says so where it is read, and is tried again at the next news.
      console.error(`The projection “${projection.name}” stopped:`, error);
      await markFailed(projection);
    }
}

/** Noted where it is read. Where not even that can be written, it stays at what it was. */
async function markFailed(projection: Projection): Promise<void> {
  const places = storeOf(projection).table(PLACE);
  try {
    await places.put({ ...NOWHERE, ...(await places.get('here')), failed: true }, 'here');
  } catch (error) {
    console.error(`Nor can that be noted:`, error);
  }
}

async function moveToTheEnd(projection: Projection, allIsHere: boolean): Promise<void> {
  const store = storeOf(projection);
  let place = await placeIn(store);
  // Another history was put in the place of the one it was made from.
  if (place.hash !== (await hashHereAt(place.seq))) {
    await emptied(store);
    place = NOWHERE;
  }
  for (;;) {
    const lines = await linesHereAfter(place.seq);
    // Or is put there just now, by another window.
    if (!follows(lines, place.hash)) {
      await emptied(store);
      place = NOWHERE;
      continue;
    }
    const last = lines.at(-1);
    if (last === undefined && !place.failed && (place.whole || !allIsHere)) return;
    const next =
      last === undefined
        ? { ...place, whole: place.whole || allIsHere, failed: false }
        : { ...place, seq: place.seq + lines.length, hash: hashOf(last), failed: false };
    const batches = read(lines, projection);
    await store.transaction('rw', store.tables, async () => {
      if (batches.length > 0) await projection.move(rowsIn(store), batches);
      await store.table(PLACE).put(next, 'here');
    });
    place = next;
  }
}

/** Batches that hold some of what a projection reads. Whether a line can is seen before it is read, which takes longer. */
function read(lines: readonly string[], { facts }: Projection): Batch[] {
  const marks = facts.map((type) => `"${type}"`);
  return readLines(lines.filter((line) => marks.some((mark) => line.includes(mark))));
}

const emptied = (store: Dexie): Promise<unknown> =>
  store.transaction('rw', store.tables, () => Promise.all(store.tables.map((table) => table.clear())));

/** Empties every projection: whoever was shown out keeps nothing that was worked out from the shop's history. */
export async function forgetProjections(projections: readonly Projection[]): Promise<void> {
  await dropOthers(projections);
  for (const projection of projections) await emptied(storeOf(projection));
}

async function dropOthers(projections: readonly Projection[]): Promise<void> {
  const known = new Set(projections.map(storeName));
  for (const name of await Dexie.getDatabaseNames())
    if (name.startsWith(PREFIX) && !known.has(name)) {
      opened.get(name)?.close();
      opened.delete(name);
      await Dexie.delete(name);
    }
}

/** What is read of a projection: its tables, and how far it has come. */
export type Projected<R> =
  | { whole: true; value: R }
  /** It is being worked out from the history: how much of it, of 1; or cannot be. */
  | { whole: false; share: number; failed: boolean };

/**
 * Reads from a projection, for a live query: what it read is asked for anew when rows or the place change.
 * @param ask given the projection's tables by name
 */
export async function readProjected<Tables extends ProjectedTables, R>(
  projection: Projection<Tables>,
  ask: (tables: { [T in keyof Tables & string]: Table<Tables[T], string> }) => Promise<R>,
): Promise<Projected<R>> {
  const store = storeOf(projection);
  const { whole, failed, seq } = await placeIn(store);
  // While much of the history is still being copied, the newest orders stand in for it.
  const copying = (await db.newest.count()) > 0;
  if (!whole || failed || copying) {
    const all = await lastSeqHere();
    return { whole: false, share: copying || all === 0 ? 0 : seq / all, failed };
  }
  const tables = Object.fromEntries(Object.keys(projection.tables).map((name) => [name, store.table(name)]));
  return { whole: true, value: await ask(tables as never) };
}
