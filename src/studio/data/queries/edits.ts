import type { PersonId } from '#core/ids';
import { db, readMeta, writeMeta } from '../db';

/** What can be undone and done again of some documents. */
export const stepsOf = (keys: string[]) => db.steps.bulkGet(keys);

/** The last edit, and whether it was looked at as the buyer since. */
export const lastEdit = () => readMeta('lastEdit');

/** When sign-in links were last sent to people from a list, in this computer's milliseconds. */
export const linksSent = async (): Promise<Record<string, number>> => (await readMeta('linksSent')) ?? {};
export const noteLinkSent = async (personId: PersonId, at: number): Promise<void> =>
  writeMeta('linksSent', { ...(await linksSent()), [personId]: at });
