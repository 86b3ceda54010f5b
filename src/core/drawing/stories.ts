import { heldSince } from '#core/passes';
import type { Opened, Tick } from '#core/catalogue';
import { addMs, dateIn, type Instant, nthAfter } from '#core/calendar';
import { boughtWith, type Payment, sumsOf } from '#core/payments';
import type { OpenFor, Pass } from '#core/passes';
import type { Order, Refund } from '#core/shop';
import {
  accessUntil,
  type Due,
  duesBefore,
  firstAnchor,
  isLasting,
  type LastingTerms,
  oftenInWords,
  paymentAt,
  paymentsOf,
  periodEnd,
  scheduleOf,
  type Terms,
} from '#core/terms';
import { wordsFor } from '#core/words';
import type { KeelStory, MoneyMoment } from './story';

interface Place {
  currency: string;
  zone: string;
  locale: string;
}

interface TermsOptions {
  /** A flag on the day of buying, or the present. */
  word?: 'today' | 'bought';
  /** What a due comes to after coupon and tax; by default what the terms say. */
  charged?: ((due: Due) => number) | undefined;
  /** Months to draw of what goes on without an end. */
  months?: number | undefined;
}

/** Thirteen months, so that a whole year and its first repetition are seen. */
const ENDLESS_MONTHS = 13;

/** The last moment drawn of payments that go on: so many months, or the trial and three intervals, whichever is longer. */
function horizonOf(terms: LastingTerms, start: Instant, zone: string, months: number): Instant {
  const anchor = firstAnchor(terms, start, zone);
  const [far, third] = [nthAfter(start, { count: months, unit: 'month' }, 1, zone), paymentAt(terms, anchor, 4, zone)];
  return far > third ? far : third;
}

/** What terms would lead to for somebody who buys at `start`. */
export function storyOfTerms(
  terms: Terms,
  products: readonly Opened[],
  start: Instant,
  place: Place,
  { word = 'bought', charged = (due) => due.amount, months = ENDLESS_MONTHS }: TermsOptions = {},
): KeelStory {
  const endless = isLasting(terms) && paymentsOf(terms) === null;
  const dues = endless
    ? duesBefore(terms, start, place.zone, addMs(horizonOf(terms, start, place.zone, months), 1))
    : [...scheduleOf(terms, start, place.zone)];
  const last = isLasting(terms) ? paymentsOf(terms) : null;
  const until =
    terms.kind === 'subscription' && last !== null
      ? periodEnd(terms, firstAnchor(terms, start, place.zone), last, place.zone)
      : accessUntil(terms, start, place.zone);
  return {
    ...place,
    money:
      dues.length === 0
        ? [{ at: start, amount: 0, state: 'to-come' }]
        : dues.map((due) => ({ at: due.at, amount: charged(due), state: 'to-come' })),
    access: products.map((opened) => ({ from: start, until, holds: [], ...opened })),
    now: { at: start, word },
    ...(endless ? { goesOn: wordsFor(place.locale).drawing.untilCancelled() } : {}),
    ...(isLasting(terms) ? { every: oftenInWords(terms.every, place.locale) } : {}),
  };
}

/**
 * Several stories of one buyer on one line: what falls on one moment is one sum, doors stand one below another.
 * @param stories at least one, in one currency
 */
export function storyOfAll(stories: readonly KeelStory[]): KeelStory {
  const [first, ...others] = stories;
  if (!first) throw new Error('Nothing to tell');
  if (others.length === 0) return first;
  const money = new Map<Instant, KeelStory['money'][number]>();
  for (const moment of stories.flatMap((story) => story.money)) {
    const known = money.get(moment.at);
    money.set(moment.at, known ? { ...known, amount: known.amount + moment.amount } : moment);
  }
  const goesOn = stories.find((story) => story.goesOn !== undefined)?.goesOn;
  const often = new Set(stories.flatMap((story) => story.every ?? []));
  const { every: _, goesOn: __, ...rest } = first;
  return {
    ...rest,
    money: [...money.values()].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0)),
    access: stories.flatMap((story) => story.access),
    ...(goesOn === undefined ? {} : { goesOn }),
    ...(often.size === 1 ? { every: [...often][0] ?? '' } : {}),
  };
}

/** What became of one order: paid, given back, disputed; and the doors it opened and closed. */
export function storyOfOrder(
  order: Pick<Order, 'at' | 'payments' | 'currency' | 'zone'>,
  refunds: readonly Pick<Refund, 'at' | 'amount' | 'status'>[],
  passes: readonly { pass: Pass; title: string; lasts: OpenFor; ticks: readonly Tick[] }[],
  now: Instant,
  locale: string,
): KeelStory {
  const bought = boughtWith(order);
  return {
    currency: order.currency,
    zone: order.zone,
    locale,
    money: [
      ...(bought.length === 0 ? [{ at: order.at, amount: 0, state: 'paid' as const }] : []),
      ...inOneSitting(bought, order.zone),
      ...refunds
        .filter((r) => r.status === 'paid')
        .map((r) => ({ at: r.at, amount: r.amount, state: 'refunded' as const })),
    ],
    access: passes.map(({ pass, title, lasts, ticks }) => ({
      from: pass.from,
      until: pass.closed?.at ?? (typeof lasts === 'string' ? null : lasts.until),
      goesOn: typeof lasts === 'string' ? wordsFor(locale).access.endless(lasts) : undefined,
      holds: heldSince(pass),
      title,
      ticks,
    })),
    now: { at: now, word: 'today' },
  };
}

/** What was paid on one day is one mark: an offer after payment is taken minutes later, and would lie on the first. */
function inOneSitting(bought: readonly Payment[], zone: string): MoneyMoment[] {
  const marks: MoneyMoment[] = [];
  for (const payment of bought) {
    const state = payment.openDisputes.length > 0 ? 'disputed' : 'paid';
    const amount = sumsOf([payment]).paid;
    const same = marks.find((mark) => mark.state === state && dateIn(mark.at, zone) === dateIn(payment.at, zone));
    if (same) same.amount += amount;
    else marks.push({ at: payment.at, amount, state });
  }
  return marks;
}
