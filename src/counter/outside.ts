import { join } from 'node:path';
import { Router } from 'express';
import * as z from 'zod';
import { LED_TO_WAYS, type LedToWay, type WayToPay } from '#core/ways';
import {
  createMailStandIn,
  createPaymentsStandIn,
  createWalletStandIn,
  standInClock,
  type WalletStandIn,
} from '../standins';
import type { CounterOptions } from './options';
import type { Secrets } from './secrets';

/** Where stand-ins are mounted. */
export const STANDINS = '/standin';

/** What the stand-ins of ways that lead elsewhere call themselves on their page. */
const STOOD_IN = { wallet: { name: 'Your wallet', once: false }, account: { name: 'Your bank', once: true } } as const;
const KEY_OF = { wallet: 'walletKey', account: 'accountKey' } as const;

/** The services outside of the shop as it knows them: by address and key. */
export interface Outside {
  /** The stand-ins that are here; none where real services are named, or nobody may meet them. */
  router: Router;
  /** What takes money, by each way to pay. */
  payments: Record<WayToPay, Service | null>;
  mail: Service | null;
  /** Where browsers take cards to; empty where none can be taken. */
  cardService: string;
  /** The stand-ins begin at another time. */
  beginAt(epochMs: number): void;
  /** Tells the stand-ins the time, in a demo: what it brings about in them has happened afterwards. */
  tellTime(epochMs: number): Promise<void>;
  /** When something next happens in them by itself. */
  nextDue(): Promise<number | null>;
  /** The mail stand-in forgets what it holds for an address; a real mail service has its own rules for that. */
  forget(address: string): Promise<void>;
  /** What the mail stand-in has taken in, the oldest first; nothing where a real service takes it. */
  letters(): Promise<Letter[]>;
  close(): void;
}

/** A letter by what stands on it. */
export type Letter = z.infer<typeof Letter>;
const Letter = z.object({ subject: z.string(), to: z.string(), name: z.string() });

export interface Service {
  base: () => string;
  key: string;
}

interface Needs {
  options: Pick<CounterOptions, 'dataFolder' | 'mode' | 'services'>;
  secrets: Secrets;
  /** Whether strangers reach this shop: then no stand-in is. */
  isPublic: boolean;
  /** The counter's own address; empty until it listens. */
  address: () => string;
  /** The time that stand-ins begin in, in epoch milliseconds. */
  startMs: number;
  log: (message: string, error?: unknown) => void;
}

/**
 * Joins the outside services. One that is named by address is reached there, and its stand-in is not mounted; with a
 * public address no stand-in is. Stand-ins have a path, a folder and a clock of their own and are reached over HTTP
 * only: nothing that happens in them can end the counter.
 */
export function joinOutside({ options, secrets, isPublic, address, startMs, log }: Needs): Outside {
  const clock = standInClock(startMs);
  const { payments: namedPayments, mail: namedMail } = options.services ?? {};
  const folder = join(options.dataFolder, 'outside');
  const router = Router();
  const paymentStandIn =
    namedPayments || isPublic
      ? null
      : createPaymentsStandIn({
          folder: join(folder, 'payments'),
          key: secrets.paymentsKey,
          noticeSecret: secrets.noticeSecret,
          noticeUrl: () => (address() === '' ? null : `${address()}/notices/payments`),
          clock,
          log,
        });
  const walletStandIn = (way: LedToWay): WalletStandIn | null =>
    options.services?.[way] || isPublic
      ? null
      : createWalletStandIn({
          ...STOOD_IN[way],
          folder: join(folder, way),
          key: secrets[KEY_OF[way]],
          clock,
          log,
        });
  const wallets = { wallet: walletStandIn('wallet'), account: walletStandIn('account') };
  const mailStandIn =
    namedMail || isPublic
      ? null
      : createMailStandIn({ folder: join(folder, 'mail'), key: secrets.mailKey, viewer: options.mode !== 'real' });
  if (paymentStandIn) router.use('/payments', paymentStandIn.router);
  for (const way of LED_TO_WAYS) if (wallets[way]) router.use(`/${way}`, wallets[way].router);
  if (mailStandIn) router.use('/mail', mailStandIn.router);
  const own = `${STANDINS}/payments`;
  const tell = async (path: string, init?: RequestInit): Promise<unknown> => {
    const headers = { authorization: `Bearer ${secrets.paymentsKey}`, 'content-type': 'application/json' };
    return (await fetch(`${address()}${own}${path}`, { ...init, headers })).json();
  };
  const ledTo = (way: LedToWay): Service | null => {
    const named = options.services?.[way];
    const base = named ? () => named : wallets[way] && (() => `${address()}${STANDINS}/${way}`);
    return base && { base, key: secrets[KEY_OF[way]] };
  };
  return {
    router,
    payments: {
      card: namedPayments
        ? { base: () => namedPayments, key: secrets.paymentsKey }
        : paymentStandIn && { base: () => `${address()}${own}`, key: secrets.paymentsKey },
      wallet: ledTo('wallet'),
      account: ledTo('account'),
    },
    mail: namedMail
      ? { base: () => namedMail, key: secrets.mailKey }
      : mailStandIn && { base: () => `${address()}${STANDINS}/mail`, key: secrets.mailKey },
    cardService: namedPayments ?? (paymentStandIn ? own : ''),
    beginAt: (epochMs) => clock.tell(epochMs),
    async tellTime(epochMs) {
      if (paymentStandIn) await tell('/clock', { method: 'POST', body: JSON.stringify({ now: epochMs }) });
    },
    nextDue: async () => (paymentStandIn ? ((await tell('/next-due')) as { at: number | null }).at : null),
    async forget(mailAddress) {
      if (!mailStandIn) return;
      const headers = { authorization: `Bearer ${secrets.mailKey}`, 'content-type': 'application/json' };
      const body = JSON.stringify({ address: mailAddress });
      const { ok, status } = await fetch(`${address()}${STANDINS}/mail/forget`, { method: 'POST', headers, body });
      if (!ok) throw new Error(`The mail service did not forget: ${status}`);
    },
    async letters() {
      if (!mailStandIn) return [];
      const headers = { authorization: `Bearer ${secrets.mailKey}` };
      const answered = await fetch(`${address()}${STANDINS}/mail/messages`, { headers });
      return z.array(Letter).parse(await answered.json());
    },
    close() {
      paymentStandIn?.close();
      mailStandIn?.close();
      for (const way of LED_TO_WAYS) wallets[way]?.close();
    },
  };
}
