import { readFileSync } from 'node:fs';
import { parentPort, workerData } from 'node:worker_threads';
import { withNameOn } from './writeName';

/** Writes a name on one PDF, beside whoever answers requests. Says the bytes, or null where it cannot be written on. */
const { path, line } = workerData as { path: string; line: string };
parentPort?.postMessage(await withNameOn(readFileSync(path), line));
