import { readFileSync, writeFileSync } from 'node:fs';
import { Worker } from 'node:worker_threads';
import { withNameOn } from './writeName';

/**
 * A program of its own that writes a name on one PDF: a small file can unfold to very much, and what a process may hold
 * is bounded from outside of its heap. Arguments: where the PDF lies, the line, where its copy goes, bytes it may hold.
 * Ends with 0 when the copy is there, with 3 where it cannot be written on.
 */
const [, , path = '', line = '', out = '', most = '0'] = process.argv;

/** Looks from beside: while a PDF is unfolded nothing else runs in this thread. */
new Worker(
  `const { workerData } = require('node:worker_threads');
   setInterval(() => { if (process.memoryUsage().rss > workerData) process.kill(process.pid, 'SIGKILL'); }, 20);`,
  { eval: true, workerData: Number(most) },
).unref();

const named = await withNameOn(readFileSync(path), line);
if (named === null) process.exit(3);
writeFileSync(out, named, { mode: 0o600 });
process.exit(0);
