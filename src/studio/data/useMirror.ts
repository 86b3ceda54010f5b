import { useEffect } from 'react';
import { useAppDispatch } from '../store';
import { connectionChanged } from '../store/frame';
import type { MirrorNews } from '../workers/mirror.worker';
import { ownerApi } from './ownerApi';

/** Runs the worker that copies the shop's history into this browser, for as long as the studio is open. */
export function useMirror(): void {
  const dispatch = useAppDispatch();
  useEffect(() => {
    const worker = new Worker(new URL('../workers/mirror.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<MirrorNews>) => {
      dispatch(connectionChanged(data.kind));
      if (data.kind === 'reached') dispatch(ownerApi.util.invalidateTags(['About']));
    };
    return () => worker.terminate();
  }, [dispatch]);
}
