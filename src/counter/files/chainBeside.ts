import { existsSync, statSync } from 'node:fs';
import { dirname, join, resolve as absolute } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import { type Chained, followChain, type Link } from './chain';

/** Below this a history is read sooner than a thread has started. */
const WORTH_A_THREAD = 16 * 1_048_576;

/** The built thread lies beside the built counter; run from the sources there is none. */
const here = dirname(fileURLToPath(import.meta.url));
const builtThread = (): string | null =>
  [join(here, 'chain.js'), join(here, '..', 'chain.js')].find((path) => existsSync(path)) ?? null;

/**
 * Follows the hashes of a long history in a thread beside whoever reads it.
 * @param thread the built thread, where it is not beside this program
 * @returns null where it is too short for that, or there is no thread: then whoever reads follows them too
 */
export function chainBeside(
  path: string,
  noted: Link | undefined,
  thread: string | null = builtThread(),
): Promise<Chained> | null {
  if (thread === null || !existsSync(path) || statSync(path).size < WORTH_A_THREAD) return null;
  return new Promise<Chained>((resolve, reject) => {
    const worker = new Worker(absolute(thread), { workerData: { path, noted } });
    worker.once('message', resolve);
    worker.once('error', reject);
    worker.once('exit', () => reject(new Error('The thread ended before it had read the history')));
  }).catch(() => followChain(path, noted));
}
