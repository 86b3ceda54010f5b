import type { IncomingMessage, Server, ServerResponse } from 'node:http';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { instantOf, type Instant, msOf } from '#core/calendar';
import type { ReleaseContent } from '#core/release';
import type { CounterContext, PracticeShop, PracticeShops } from '../context';
import { refusalProblem } from '../http/problem';
import type { CounterOptions } from '../options';
import { randomIds } from '../ports/ids';

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

/** Practice shops of a shop, each gone when its walk is over. */
export async function practiceShops({ folder, open, log }: Needs): Promise<PracticeShops> {
  await rm(folder, { recursive: true, force: true });
  const standing = new Map<string, PracticeShop & { opened: Opened; used: number }>();

  async function end(id: string): Promise<void> {
    const shop = standing.get(id);
    standing.delete(id);
    await shop?.opened.close();
    if (shop) await rm(join(folder, id), { recursive: true, force: true });
  }
  const endQuietly = (id: string): Promise<void> =>
    end(id).catch((error: unknown) => log('A practice shop did not end as it should', error));

  const sweep = setInterval(() => {
    for (const { id, used } of standing.values()) if (performance.now() - used > IDLE_MS) void endQuietly(id);
  }, SWEPT_EVERY_MS);
  sweep.unref();

  return {
    async begin(content, now) {
      const id = randomIds.next('walk');
      const opened = await open({ dataFolder: join(folder, id), mode: 'demo', port: 0, demoStart: startAt(now) });
      const shop = {
        id,
        context: opened.context,
        opened,
        used: performance.now(),
        answer(req: IncomingMessage, res: ServerResponse) {
          shop.used = performance.now();
          opened.server.emit('request', req, res);
        },
      };
      standing.set(id, shop);
      try {
        await publishOnly(opened.context, content);
      } catch (error) {
        await endQuietly(id);
        throw error;
      }
      const oldest = [...standing.values()].sort((a, b) => a.used - b.used);
      for (const { id: old } of oldest.slice(0, Math.max(0, standing.size - MOST))) await endQuietly(old);
      return shop;
    },
    get: (id) => standing.get(id),
    end,
    async close() {
      clearInterval(sweep);
      await Promise.all([...standing.keys()].map(endQuietly));
    },
  };
}

/** A shop's history counts milliseconds, as its clock does. */
const startAt = (now: Instant): Instant => instantOf(msOf(now));

async function publishOnly({ runner, releases, vault }: CounterContext, content: ReleaseContent): Promise<void> {
  const release = { format: 1 as const, number: 1, basedOn: null, at: runner.now(), content };
  const command = { type: 'publish' as const, release, hasFile: (sha256: string) => vault.has(sha256) };
  const looked = runner.preview(command);
  if ('refused' in looked) throw refusalProblem(looked);
  await releases.save(release);
  const done = await runner.execute(command);
  if ('refused' in done) throw refusalProblem(done);
}
