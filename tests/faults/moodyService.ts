import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import express from 'express';
import type { seeded } from '../../demo/random';
import { createPaymentsStandIn, standInClock } from '../../src/standins';

interface Keys {
  paymentsKey: string;
  noticeSecret: string;
}

export interface MoodyService {
  address: string;
  /** From now on it answers as it should. */
  mend(): void;
  /** What it did besides answering well, by how often. */
  readonly moods: ReadonlyMap<string, number>;
  close(): Promise<void>;
}

/**
 * A payment service elsewhere that acts as it should and answers as it pleases: late, twice over, never, with nonsense,
 * or with a state that nobody knows. What it did stands in its own file, as that of the stand-in.
 */
export async function moodyService(
  folder: string,
  keys: Keys,
  noticeUrl: () => string | null,
  random: ReturnType<typeof seeded>,
): Promise<MoodyService> {
  const standIn = createPaymentsStandIn({
    folder,
    key: keys.paymentsKey,
    noticeSecret: keys.noticeSecret,
    noticeUrl,
    clock: standInClock(),
    log: () => undefined,
  });
  const moods = new Map<string, number>();
  let well = false;
  const app = express();
  app.use((req, res, next) => {
    // Cards and the bank's page are met by buyers; it is the shop's own questions that it plays with.
    if (well || req.get('x-again') !== undefined || !/^\/(charges|voids|refunds|tries)/.test(req.path)) return next();
    const mood = random.pick(['well', 'well', 'late', 'never', 'nonsense', 'strange', 'twice']);
    moods.set(mood, (moods.get(mood) ?? 0) + 1);
    const json = res.json.bind(res);
    if (mood === 'late') res.json = (body: unknown) => (setTimeout(() => json(body), 300), res);
    if (mood === 'never') res.json = () => (res.socket?.destroy(), res);
    if (mood === 'nonsense') res.json = () => res.status(500).send('<html>Out of order</html>');
    if (mood === 'strange') res.json = (body: unknown) => json({ ...(body as object), status: 'perhaps', reason: 7 });
    // Acted on a second time after it was answered, as a retry on the way would.
    if (mood === 'twice') {
      const again = { method: req.method, headers: req.headers as Record<string, string> };
      const body: Buffer[] = [];
      req.on('data', (piece: Buffer) => body.push(piece));
      res.once('finish', () => {
        const headers = new Headers({ ...again.headers, 'x-again': '1' });
        headers.delete('content-length');
        const sent = again.method === 'GET' ? {} : { body: Buffer.concat(body) };
        void fetch(`${address}${req.originalUrl}`, { method: again.method, headers, ...sent }).catch(() => undefined);
      });
    }
    next();
  });
  app.use(standIn.router);
  const server: Server = createServer(app);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return {
    address,
    moods,
    mend() {
      well = true;
    },
    async close() {
      standIn.close();
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
    },
  };
}
