import { createHash } from 'node:crypto';

/** The hash a browser carries back: what it was shown, in 64 letters that say nothing by themselves. */
export const fingerprintHash = (text: string): string => createHash('sha256').update(text).digest('hex');
