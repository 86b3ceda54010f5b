import { useLiveQuery } from 'dexie-react-hooks';
import { db } from './db';

/** How often an offer was sold, from the mirror's totals. */
export function useSold(offerId: string): number {
  return useLiveQuery(async () => (await db.totals.where('key').startsWith(`offer|${offerId}|`).toArray()).reduce((all, t) => all + t.count, 0), [offerId]) ?? 0;
}
