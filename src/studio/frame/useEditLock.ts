import { useEffect, useState } from 'react';
import { store } from '../store';
import { saveNow, settled } from '../store/edits';

export interface EditLock {
  /** Another window has this thing in hand; here it is shown live and cannot be edited. */
  elsewhere: boolean;
  /** Takes it over; the other window then only shows it. */
  takeOver: () => void;
}

const nameOf = (key: string): string => `clear-keel/edit/${key}`;
/** A window that goes from one thing to the next lets go a moment before it asks again. */
const ASK_AGAIN_MS = 80;

/**
 * Holds a browser-wide lock on each document in hand, for as long as it is, so that two windows never edit one
 * thing. The window that came first edits; another may take over.
 */
export function useEditLock(keys: readonly string[]): EditLock {
  const [elsewhere, setElsewhere] = useState(false);
  const [turn, setTurn] = useState<{ count: number; steal: boolean }>({ count: 0, steal: false });
  const wanted = keys.join(' ');
  useEffect(() => {
    const names = wanted === '' ? [] : wanted.split(' ');
    const left = new AbortController();
    const release: (() => void)[] = [];

    /** Resolves when the lock is held, or with false; the lock is kept until this thing is left. */
    const hold = (key: string, how: LockOptions): Promise<boolean> =>
      new Promise((resolve) => {
        navigator.locks
          .request(nameOf(key), how, (lock) => {
            resolve(lock !== null);
            return lock === null || left.signal.aborted ? undefined : new Promise<void>((done) => release.push(done));
          })
          .catch(() => {
            resolve(false);
            if (!left.signal.aborted) lost();
          });
      });
    /** When the other window lets go, this one edits by itself. */
    const wait = (key: string): void =>
      void hold(key, { signal: left.signal }).then((held) => {
        if (held && !left.signal.aborted) setTurn((t) => ({ count: t.count + 1, steal: false }));
      });
    function lost(): void {
      setElsewhere(true);
      // What was typed here is saved before the other window goes on with it.
      void saveNow(store).then((saved) => saved && store.dispatch(settled(saved)));
      names.forEach(wait);
    }

    void (async () => {
      const missing: string[] = [];
      for (const key of names) {
        if (turn.steal ? await hold(key, { steal: true }) : await hold(key, { ifAvailable: true })) continue;
        await new Promise((resolve) => setTimeout(resolve, ASK_AGAIN_MS));
        if (!(await hold(key, { ifAvailable: true }))) missing.push(key);
      }
      if (left.signal.aborted) return release.forEach((done) => done());
      setElsewhere(missing.length > 0);
      missing.forEach(wait);
    })();
    return () => {
      left.abort();
      for (const done of release) done();
    };
  }, [wanted, turn]);
  return { elsewhere, takeOver: () => setTurn((t) => ({ count: t.count + 1, steal: true })) };
}
