import { useLiveQuery } from 'dexie-react-hooks';
import { useAppSelector } from '../store';
import { copyReminder } from './copies';
import { readMeta } from './db';

/** What to remind the seller of, as it stands now. */
export function useCopyReminder(): string | null {
  const savedAt = useAppSelector((state) => state.edits.savedAt);
  const copied = useLiveQuery(() => readMeta('copied'), []);
  return copyReminder(copied, Math.max(Date.now(), savedAt ?? 0));
}
