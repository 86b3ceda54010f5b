import type { Server } from 'node:http';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { CounterContext, PracticeShop, PracticeShops } from '../context';
import { Problem } from '../http/problem';
import type { CounterOptions } from '../options';
import { randomIds } from '../ports/ids';
import { noteRelayed } from './relayed';
import { switchOver } from '../shared/switchOver';

interface Opened {
  context: CounterContext;
  server: Server;
  close(): Promise<void>;
}

interface Needs {
  /** Emptied at once: nothing of a walk outlives the shop it belongs to. */
  folder: string;
  open: (options: Pick<CounterOptions, 'dataFolder' | 'mode' | 'port' | 'demoStart'>) => Promise<Opened>;
  log: (message: string, error?: unknown) => void;
}

/** Shops that may stand at once; the one that was used longest ago makes room. */
const MOST = 3;
/** One that nobody has used for so long is over. */
const IDLE_MS = 2 * 3_600_000;
const SWEPT_EVERY_MS = 5 * 60_000;

const NOT_OPENED =
  'The shop’s folder is full or read-only, so the practice run could not start. Your draft is safe, and the shop is not affected.';

/** What is under way in one when it ends has so long to come to its end. */
const ENDS_WITHIN_MS = 5_000;

/** Practice shops of a shop, each gone when its walk is over. */
export async function practiceShops({ folder, open, log }: Needs): Promise<PracticeShops> {
  await rm(folder, { recursive: true, force: true });
  const standing = new Map<string, Standing>();
  let closed = false;

  async function takeDown({ id, opened, underWay }: Standing): Promise<void> {
    standing.delete(id);
    // Nothing new comes to it any more; what has begun is let go on to its end.
    await Promise.race([Promise.allSettled(underWay), new Promise((done) => setTimeout(done, ENDS_WITHIN_MS).unref())]);
    await opened.close();
    await rm(join(folder, id), { recursive: true, force: true });
  }
  const takeDownQuietly = (shop: Standing): Promise<void> =>
    takeDown(shop).catch((error: unknown) => log('A practice shop did not end as it should', error));

  const sweep = setInterval(() => {
    for (const shop of standing.values()) if (performance.now() - shop.used > IDLE_MS) void takeDownQuietly(shop);
  }, SWEPT_EVERY_MS);
  sweep.unref();

  return {
    async begin(content, now) {
      const id = randomIds.next('walk');
      const dataFolder = join(folder, id);
      const opened = await open({ dataFolder, mode: 'demo', port: 0, demoStart: now }).catch(async (error: unknown) => {
        log('A practice shop could not be opened', error);
        await rm(dataFolder, { recursive: true, force: true }).catch(() => undefined);
        throw new Problem(503, NOT_OPENED, 'not-opened');
      });
      const shop = standingShop(id, opened);
      const { context } = opened;
      const release = { format: 1 as const, number: 1, basedOn: null, at: context.runner.now(), content };
      try {
        await switchOver(context, release);
        if (closed) throw new Problem(503, 'The shop is closing. Nothing was begun.', 'closing');
      } catch (error) {
        await takeDownQuietly(shop);
        throw error;
      }
      standing.set(id, shop);
      const oldest = [...standing.values()].sort((a, b) => a.used - b.used);
      for (const old of oldest.slice(0, Math.max(0, standing.size - MOST))) await takeDownQuietly(old);
      return shop;
    },
    get: (id) => standing.get(id),
    async end(id) {
      const shop = standing.get(id);
      if (shop) await takeDown(shop);
    },
    async close() {
      closed = true;
      clearInterval(sweep);
      await Promise.all([...standing.values()].map(takeDownQuietly));
    },
  };
}

interface Standing extends PracticeShop {
  opened: Opened;
  /** On what this process counts, in milliseconds. */
  used: number;
  underWay: Set<Promise<unknown>>;
}

function standingShop(id: string, opened: Opened): Standing {
  const shop: Standing = {
    id,
    context: opened.context,
    opened,
    used: performance.now(),
    underWay: new Set(),
    during(act) {
      const acting = act();
      shop.underWay.add(acting);
      return acting.finally(() => shop.underWay.delete(acting));
    },
    answer(req, res) {
      shop.used = performance.now();
      noteRelayed(req);
      void shop.during(() => new Promise<void>((done) => res.once('close', done)));
      opened.server.emit('request', req, res);
    },
  };
  return shop;
}
