import { readCursor } from '../cursor';

/** Up to which line whoever asks has seen the history; read first, so that a moving history asks again. */
export const upToNow = async (): Promise<number> => (await readCursor())?.seq ?? 0;
