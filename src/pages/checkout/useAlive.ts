import { useSyncExternalStore } from 'react';

const never = (): (() => void) => () => undefined;

/** Whether this page's script has come. Until then nothing would hear a press, so what is pressed waits visibly. */
export const useAlive = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
