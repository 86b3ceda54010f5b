import { mkdirSync } from 'node:fs';

/** A folder that nobody else on the machine can look into. */
export const makeFolder = (path: string): void => void mkdirSync(path, { recursive: true, mode: 0o700 });
