import * as z from 'zod';

/** Besides a card: services that a buyer is led to, to approve there. */
export const LED_TO_WAYS = ['wallet', 'account'] as const;
export const LedToWay = z.enum(LED_TO_WAYS);
export type LedToWay = z.infer<typeof LedToWay>;

/** How money is taken: by card, from a wallet, or straight from a bank account. */
export const WAYS_TO_PAY = ['card', ...LED_TO_WAYS] as const;
export type WayToPay = (typeof WAYS_TO_PAY)[number];

/** What a payment is taken from, as far as people are told. A wallet or an account has no digits to show. */
export interface Means {
  last4: string;
  /** Left out for a card. */
  way?: LedToWay | undefined;
}

export const wayOf = ({ way }: Pick<Means, 'way'>): WayToPay => way ?? 'card';

/** Whether a way can be charged again later without its owner: a bank account is asked once. */
export const canBeKept = (way: WayToPay): boolean => way !== 'account';

/** How far a way is connected. */
export const STANDINGS = ['not-connected', 'being-checked', 'ready'] as const;
export type WayStanding = (typeof STANDINGS)[number];

/** What has to be paid, as far as it decides by which ways it can be. */
export interface ToBePaid {
  /** Something is due later, or offered after payment: what pays must be kept for it. */
  later: boolean;
}

/** Of ways that are ready, those that can pay. */
export const waysFor = (ready: readonly WayToPay[], { later }: ToBePaid): WayToPay[] =>
  ready.filter((way) => !later || canBeKept(way));

/** The ways that checkouts have: cards always, others where the shop wants them, each while it is ready. */
export const waysOpen = (ready: readonly WayToPay[], wanted: readonly LedToWay[] = []): WayToPay[] =>
  WAYS_TO_PAY.filter((way) => ready.includes(way) && (way === 'card' || wanted.includes(way)));
