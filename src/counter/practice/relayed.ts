import type { IncomingMessage } from 'node:http';
import type { RequestHandler } from 'express';
import { STANDINS } from '../outside';

/** Requests that the shop it practises for has handed to a practice shop. */
const relayed = new WeakSet<IncomingMessage>();

export const noteRelayed = (req: IncomingMessage): void => void relayed.add(req);

/**
 * A practice shop has a port, by which it and its stand-ins talk to each other. Whoever else finds it meets nothing there:
 * people come through the shop it practises for, with the walk's cookie.
 */
export const relayedOnly: RequestHandler = (req, res, next) => {
  if (relayed.has(req) || req.path.startsWith(`${STANDINS}/`) || req.path.startsWith('/notices/')) return next();
  res.status(404).type('text/plain').send('There is nothing here.');
};
