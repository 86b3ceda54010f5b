import { Temporal } from 'temporal-polyfill';
import type { Agreement } from '#core/agreements';
import type { Instant } from '#core/calendar';
import type { LastingTerms } from '#core/terms';

/**
 * The rules of tax on top and of doors once more, in the plainest form and by another way than the engine's: the
 * long run compares what was charged, and what is open, with these. Nothing here is asked of the engine.
 */

/** One row of a shop's table of rates, and when it was published: nobody could be told of it before. */
export interface PublishedRate {
  country: string;
  /** Hundredths of a percent. */
  rate: number;
  from: string | null;
  published: Instant;
}

const zoned = (at: Instant, zone: string): Temporal.ZonedDateTime => Temporal.Instant.from(at).toZonedDateTimeISO(zone);
const instant = (at: Temporal.ZonedDateTime): Instant => new Date(at.epochMilliseconds).toISOString();
const rounded = (amount: number, rate: number, of: number): number => Math.floor((2 * amount * rate + of) / (2 * of));

/** The rate in force in a country on the day of a moment, by what had been published at another. */
export function rateOn(rates: readonly PublishedRate[], country: string, at: Instant, known: Instant, zone: string) {
  const day = zoned(at, zone).toPlainDate().toString();
  const begun = rates.filter((r) => r.country === country && r.published <= known && (r.from ?? '') <= day);
  return begun.sort((a, b) => ((a.from ?? '') < (b.from ?? '') ? -1 : 1)).at(-1)?.rate ?? 0;
}

/**
 * What a payment over time comes to with tax on top: by the rate that could be told of 14 days before it (where they
 * come oftener than that, at the one before); the tax on its paper is that of its own day.
 */
export function withTaxOnTop(
  rates: readonly PublishedRate[],
  {
    net,
    country,
    at,
    bought,
    zone,
    terms,
  }: { net: number; country: string; at: Instant; bought: Instant; zone: string; terms: LastingTerms },
  lateMs = 0,
  /** The due that was last told in time, where this one was not: its sum stays. */
  toldFor: Instant = at,
): { amount: number; tax: number } {
  const day = zoned(toldFor, zone);
  const { count, unit } = terms.every;
  const before = day.subtract({ [`${unit}s`]: count });
  const fortnight = day.subtract({ days: 14 });
  const tell = instant(Temporal.ZonedDateTime.compare(before, fortnight) > 0 ? before : fortnight);
  const known = new Date(Date.parse(tell > bought ? tell : bought) + lateMs).toISOString();
  const told = rateOn(rates, country, toldFor, known < toldFor ? known : toldFor, zone);
  const amount = net + rounded(net, told, 10_000);
  const now = rateOn(rates, country, at, at, zone);
  // Where the net gives way the tax is part of the sum that was told.
  return { amount, tax: now === told ? amount - net : rounded(amount, now, 10_000 + now) };
}

const GRACE_DAYS = 7;

/**
 * Until when what somebody pays over time is open, for somebody who never did anything but pay or not: to the end of
 * what is paid and its days of grace, to the next due at the latest. Null is for good.
 * @param paid how many payments came, the one on the day of purchase with them where there was no trial
 */
export function openUntil({ terms, start, zone }: Pick<Agreement, 'terms' | 'start' | 'zone'>, paid: number) {
  const all = terms.payments !== undefined && paid >= terms.payments;
  if (all && terms.kind === 'plan') return null;
  const due = (n: number): Instant => {
    const anchor = zoned(start, zone).add({ days: terms.trial?.days ?? 0 });
    const { count, unit } = terms.every;
    return instant(anchor.add({ [`${unit}s`]: count * (n - 1) }));
  };
  // Nothing more is due after the last one: its period is over on its day.
  if (all) return due(paid + 1);
  const grace = instant(zoned(due(paid + 1), zone).add({ days: GRACE_DAYS }));
  const next = due(paid + 2);
  return terms.kind === 'subscription' && next < grace ? next : grace;
}
