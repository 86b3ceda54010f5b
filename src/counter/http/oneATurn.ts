import type { RequestHandler } from 'express';

/**
 * Lets one request pass for each turn of the event loop, in the order they came. Drawing a page takes some milliseconds
 * of the processor: without this, whoever asks for something small while many pages are asked for would wait for all of
 * them; so they wait for one.
 */
export function oneATurn(): RequestHandler {
  const waiting: (() => void)[] = [];
  let passing = false;
  const pass = (): void => {
    const next = waiting.shift();
    if (!next) {
      passing = false;
      return;
    }
    next();
    setImmediate(pass);
  };
  return (_req, _res, next) => {
    waiting.push(next);
    if (passing) return;
    passing = true;
    setImmediate(pass);
  };
}
