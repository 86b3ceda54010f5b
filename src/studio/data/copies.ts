import { readMeta, writeMeta } from './db';
import { dataWords } from '#say/data';
const say = dataWords.copies;

const DAY_MS = 86_400_000;
const REMIND_AFTER_DAYS = 7;

/** Notes that something was changed that no copy holds yet. */
export async function noteChange(now: number): Promise<void> {
  const copied = (await readMeta('copied')) ?? { at: null, changedSince: null };
  if (copied.changedSince === null) await writeMeta('copied', { ...copied, changedSince: now });
}

/** Notes that a copy was taken just now. */
export const noteCopy = (now: number): Promise<void> => writeMeta('copied', { at: now, changedSince: null });

/** What to remind the seller of, or null: after seven days with changes that are in no copy. */
export function copyReminder(
  copied: { at: number | null; changedSince: number | null } | undefined,
  now: number,
): string | null {
  if (!copied || copied.changedSince === null || now - copied.changedSince < REMIND_AFTER_DAYS * DAY_MS) return null;
  if (copied.at === null) return say.youHaveNotSaved;
  const days = Math.floor((now - copied.at) / DAY_MS);
  return say.youLastSavedCopy(days);
}
