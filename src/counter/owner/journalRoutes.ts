import { Router } from 'express';
import type { CounterContext } from '../context';
import { OWNER_ROUTES } from '../../wire/contract';
import { LINES_HEADER } from '../../wire/owner';
import { Problem } from '../http/problem';
import { hasEnded } from './door';
import { linesWithNewest } from './linesWithNewest';
import { serveRaw } from './serve';

const MOST_LINES = 5_000;
/** A studio that hears nothing for twice this long takes the shop for lost. */
const BEAT_MS = 15_000;
/** So soon a stream ends whose session has ended. */
const LOOKED_EVERY_MS = 1_000;

/** The journal as a stream with a cursor: raw lines after a place the studio already has, and word of new ones. */
export function journalRoutes(context: CounterContext): Router {
  const router = Router();

  serveRaw(router, context, OWNER_ROUTES.journal, async ({ query: { after, hash }, res }) => {
    if (hash !== undefined && (await context.journal.hashAt(after)) !== hash) {
      throw new Problem(
        409,
        'The history here is not the one this studio has seen. It will be read again from the start.',
        'another-history',
      );
    }
    res.type('application/x-ndjson').set(LINES_HEADER, String(context.journal.head().seq));
    for await (const line of context.journal.lines(after + 1, MOST_LINES)) res.write(`${line}\n`);
    res.end();
  });

  serveRaw(router, context, OWNER_ROUTES.newest, async ({ query: { orders }, res }) => {
    res.type('application/x-ndjson').send((await linesWithNewest(context.journal, orders)).join('\n'));
  });

  serveRaw(router, context, OWNER_ROUTES.journalLive, ({ req, res }) => {
    res.set({ 'Content-Type': 'text/event-stream', 'X-Accel-Buffering': 'no' });
    res.flushHeaders();
    /** Whoever was shown out, or signed out, since the stream began hears that it is over, and nothing more. */
    const write = (text: string): void => {
      if (!hasEnded(context, req)) return void res.write(text);
      res.end('event: over\ndata: 1\n\n');
    };
    const tell = (): void => write(`data: ${context.journal.head().seq}\n\n`);
    tell();
    const stop = context.runner.onBatch(tell);
    const over = setInterval(() => {
      if (hasEnded(context, req)) write('');
    }, LOOKED_EVERY_MS);
    const beat = setInterval(() => write('event: beat\ndata: 1\n\n'), BEAT_MS);
    res.on('close', () => {
      stop();
      clearInterval(beat);
      clearInterval(over);
    });
  });
  return router;
}
