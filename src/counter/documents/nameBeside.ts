import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import { withNameOn } from './writeName';

/** The built thread lies beside the built counter; run from the sources there is none. */
const here = dirname(fileURLToPath(import.meta.url));
const builtThread = [join(here, 'name.js'), join(here, '..', 'name.js')].find((path) => existsSync(path)) ?? null;

/** Of a PDF that takes longer than this nobody waits for the end: it is delivered as it is. */
const MOST_MS = 30_000;

/** Writes a name on a PDF in a thread of its own, so that a large one keeps nobody else waiting. */
export async function nameBeside(path: string, line: string): Promise<Uint8Array | null> {
  if (builtThread === null) return withNameOn(await readFile(path), line);
  return new Promise((resolve) => {
    const worker = new Worker(builtThread, {
      workerData: { path, line },
      resourceLimits: { maxOldGenerationSizeMb: 1_024 },
    });
    const late = setTimeout(() => void worker.terminate(), MOST_MS);
    worker.once('message', resolve);
    worker.once('error', () => resolve(null));
    worker.once('exit', () => {
      clearTimeout(late);
      resolve(null);
    });
  });
}
