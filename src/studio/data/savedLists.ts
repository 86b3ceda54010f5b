import { useLiveQuery } from 'dexie-react-hooks';
import { db, type Meta, readMeta, writeMeta } from './db';

type SavedList = Meta['lists'][number];

export const useSavedLists = (): readonly SavedList[] =>
  useLiveQuery(async () => (await readMeta('lists')) ?? [], []) ?? [];

export async function saveList(list: SavedList): Promise<void> {
  await db.transaction('rw', db.meta, async () => writeMeta('lists', [...((await readMeta('lists')) ?? []), list]));
}

export async function dropList(id: string): Promise<void> {
  await db.transaction('rw', db.meta, async () =>
    writeMeta(
      'lists',
      ((await readMeta('lists')) ?? []).filter((l) => l.id !== id),
    ),
  );
}
