import { existsSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { Instant } from '#core/calendar';
import type { DocumentPaper } from '#core/messages';
import { type CertificatePaper, drawCertificate } from './drawCertificate';
import { drawDocument } from './drawDocument';

/** A paper to be drawn, all of it data. */
export type Drawing =
  { kind: 'document'; paper: DocumentPaper; at: Instant } | { kind: 'certificate'; paper: CertificatePaper };

interface Waiting {
  done: (bytes: Uint8Array) => void;
  failed: (error: Error) => void;
}

const here = dirname(fileURLToPath(import.meta.url));
const builtThread = (): string | null =>
  [join(here, 'draw.js'), join(here, '..', 'draw.js')].find((path) => existsSync(path)) ?? null;

/**
 * Draws PDFs in a worker thread. Each takes about a fifth of a second of processor time, during which the main thread
 * could answer nobody.
 * @param thread where the built thread lies; run from the sources there is none, and they are drawn at once
 */
export function createDrawer(thread: string | null = builtThread()): (drawing: Drawing) => Promise<Uint8Array> {
  const waiting = new Map<number, Waiting>();
  let worker: Worker | null = null;
  let count = 0;

  function begun(path: string): Worker {
    const made = new Worker(resolve(path));
    made.on('message', (answer: { id: number; bytes?: Uint8Array; failed?: string }) => {
      const asked = waiting.get(answer.id);
      waiting.delete(answer.id);
      if (answer.bytes) asked?.done(answer.bytes);
      else asked?.failed(new Error(answer.failed ?? 'A paper could not be drawn'));
    });
    const broke = (error: Error): void => {
      worker = null;
      for (const [id, asked] of waiting) {
        waiting.delete(id);
        asked.failed(error);
      }
    };
    made.on('error', broke);
    made.on('exit', () => broke(new Error('The thread that draws papers has ended')));
    // It keeps no shop from closing.
    made.unref();
    return made;
  }

  return (drawing) => {
    if (thread === null)
      return drawing.kind === 'document' ? drawDocument(drawing.paper, drawing.at) : drawCertificate(drawing.paper);
    return new Promise((done, failed) => {
      count += 1;
      waiting.set(count, { done, failed });
      (worker ??= begun(thread)).postMessage({ id: count, drawing });
    });
  };
}
