import { useCallback, useEffect, useState } from 'react';
import type { Said } from './answers';
import type { Problem } from './api';
import { useMemberWords } from './memberWords';

/** What a page of the area shows, read when it is drawn, and again when asked; null until it is there. */
export function useRead<T>(read: () => Promise<T | Problem>): [T | Problem | null, () => Promise<void>] {
  const [value, setValue] = useState<T | Problem | null>(null);
  const load = useCallback(async (): Promise<void> => setValue(await read()), [read]);
  useEffect(() => void load(), [load]);
  return [value, load];
}

/**
 * Acts on what a page shows, one at a time: what it shows is read anew before anything is said of it, since it has
 * changed, or was not what it seemed.
 */
export function useAct(load: () => Promise<void>) {
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState<Said | null>(null);
  /** @returns whether it was done */
  async function act(done: Promise<{ sentence: string } | Problem>): Promise<boolean> {
    setBusy(true);
    const answer = await done;
    await load();
    setBusy(false);
    const wrong = 'problem' in answer;
    setSaid({ text: wrong ? answer.problem : answer.sentence, wrong });
    return !wrong;
  }
  return { busy, said, act, forget: () => setSaid(null) };
}

/** The way back from a page of one thing. */
export function BackHome() {
  return (
    <a className="plain-link inline-block min-h-11 py-2" href="/member/">
      {useMemberWords().booking.back}
    </a>
  );
}

/** Why a page has nothing to show, and the way back. */
export function CannotRead({ problem }: Problem) {
  return (
    <>
      <p className="message alarm" role="alert">
        {problem}
      </p>
      <BackHome />
    </>
  );
}
