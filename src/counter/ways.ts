import { WAYS_TO_PAY, type WayStanding, type WayToPay } from '#core/ways';
import type { Outside } from './outside';
import type { MeansPort } from './ports/paymentsOverHttp';

const LOOKED_AT_EVERY_MS = 60_000;
/** A shop that starts waits no longer than this for a service that does not answer. */
const WAITED_AT_START_MS = 2_000;

/** Which ways to pay are connected, and how far. */
export interface Ways {
  standing(): Record<WayToPay, WayStanding>;
  /** Those whose service is ready. */
  ready(): WayToPay[];
  /** Asks the services again. What does not answer stays as it was. */
  look(): Promise<void>;
  /** The same as the shop starts: what has not answered by then is asked on. */
  begin(): Promise<void>;
  close(): void;
}

/**
 * Watches how far each way to pay is connected. A way counts as ready once its service has said so; cards, which every
 * shop had before there were others, are believed until theirs says otherwise.
 */
export function watchWays(outside: Pick<Outside, 'payments'>, payments: MeansPort): Ways {
  const known = Object.fromEntries(
    WAYS_TO_PAY.map((way) => [
      way,
      outside.payments[way] === null ? 'not-connected' : way === 'card' ? 'ready' : 'being-checked',
    ]),
  ) as Record<WayToPay, WayStanding>;
  const look = async (): Promise<void> => {
    await Promise.all(
      WAYS_TO_PAY.filter((way) => known[way] !== 'not-connected').map(async (way) => {
        known[way] = await payments.standing(way).catch(() => known[way]);
      }),
    );
  };
  const timer = setInterval(() => void look(), LOOKED_AT_EVERY_MS);
  timer.unref();
  return {
    standing: () => ({ ...known }),
    ready: () => WAYS_TO_PAY.filter((way) => known[way] === 'ready'),
    look,
    begin: () => Promise.race([look(), new Promise<void>((done) => setTimeout(done, WAITED_AT_START_MS).unref())]),
    close: () => clearInterval(timer),
  };
}
