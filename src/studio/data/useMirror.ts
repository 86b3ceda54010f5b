import { useLiveQuery } from 'dexie-react-hooks';
import { useEffect } from 'react';
import { useAppDispatch } from '../store';
import { connectionChanged, copiedSoFar } from '../store/frame';
import type { MirrorNews } from '../workers/mirror.worker';
import { askLists } from './lists';
import { readCursor } from './cursor';
import { onceQuiet } from './onceQuiet';
import { ownerApi } from './ownerApi';

/** Once all is here and nothing is typed, whoever holds orders small reads them, so that the first list is not waited for. */
const WARM_AFTER_MS = 1_500;

/** Runs the worker that copies the shop's history into this browser, for as long as the studio is open. */
export function useMirror(): void {
  const dispatch = useAppDispatch();
  // Whichever tab pulls, every tab sees the cursor move and asks anew what time it is and what needs a person.
  const seq = useLiveQuery(async () => (await readCursor())?.seq, []);
  useEffect(() => void dispatch(ownerApi.util.invalidateTags(['About'])), [seq, dispatch]);
  useEffect(() => {
    let stopWaiting: (() => void) | undefined;
    const worker = new Worker(new URL('../workers/mirror.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<MirrorNews>) => {
      if (data.kind === 'copying') dispatch(copiedSoFar(data.share));
      else dispatch(connectionChanged({ connection: data.kind, at: Date.now() }));
      if (data.kind === 'reached') stopWaiting ??= onceQuiet(WARM_AFTER_MS, () => void askLists().warm());
    };
    return () => {
      stopWaiting?.();
      worker.terminate();
    };
  }, [dispatch]);
}
