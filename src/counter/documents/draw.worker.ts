import { parentPort } from 'node:worker_threads';
import { drawCertificate } from './drawCertificate';
import { drawDocument } from './drawDocument';
import type { Drawing } from './drawBeside';

// Draws PDFs one after the other in a thread of its own, so that requests are answered meanwhile.
parentPort?.on('message', ({ id, drawing }: { id: number; drawing: Drawing }) => {
  const drawn = drawing.kind === 'document' ? drawDocument(drawing.paper, drawing.at) : drawCertificate(drawing.paper);
  drawn.then(
    (bytes) => parentPort?.postMessage({ id, bytes }),
    (error: unknown) => parentPort?.postMessage({ id, failed: String(error) }),
  );
});
