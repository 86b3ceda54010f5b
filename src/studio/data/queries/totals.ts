import type { TotalRow } from '#core/mirror';
import { db } from '../db';

/** Totals whose keys lie between two, both included (`totalKeys`). */
export const totalsBetween = ([from, to]: readonly [string, string]): Promise<TotalRow[]> =>
  db.totals.where('key').between(from, to, true, true).toArray();
