import {
  addDays,
  dateIn,
  type Instant,
  momentOfWall,
  momentsAfter,
  nthAfter,
  type WallClock,
  wallClockOf,
} from '#core/calendar';
import { isLasting, type LastingTerms, type PlanTerms, type Terms } from './terms';

/** One payment that terms ask for, before coupon and tax. */
export interface Due {
  /** 0 for what is taken at the start of a trial; 1, 2, … for full payments. */
  n: number;
  at: Instant;
  /** Whole minor units in the offer's currency: `full` + `setUp` + `fee`. */
  amount: number;
  /** The full payment in it: what a coupon acts on. */
  full: number;
  /** The set-up fee in it. */
  setUp: number;
  /** The trial's fee in it. */
  fee: number;
}

/** The moment on which one full payment falls, and its number: every later one is counted from here. */
export interface Anchor extends Clock {
  n: number;
}

/** A moment that others are counted from, and what the wall clock was to show then, where it could not. */
export interface Clock {
  at: Instant;
  wall?: WallClock | undefined;
}

/** The same time of day on another date. Where it is missing there, only that one moment is bent. */
export function clockOn(date: string, clock: Clock, zone: string): Clock {
  if (dateIn(clock.at, zone) === date) return clock;
  const wall = `${date}${(clock.wall ?? wallClockOf(clock.at, zone)).slice(10)}`;
  const at = momentOfWall(wall, zone);
  return wallClockOf(at, zone) === wall ? { at } : { at, wall };
}

/** The start's wall clock on the date so many days later; without a trial exactly the start. */
export const firstAnchor = (terms: LastingTerms, start: Instant, zone: string): Anchor => ({
  n: 1,
  ...(terms.trial ? clockOn(addDays(dateIn(start, zone), terms.trial.days), { at: start }, zone) : { at: start }),
});

/** How many full payments there are; null goes on until it is cancelled. */
export const paymentsOf = (terms: LastingTerms): number | null => terms.payments ?? null;

/** The moment of the n-th full payment: anchor + (n − anchor.n) intervals, counted from the anchor. */
export const paymentAt = (terms: LastingTerms, anchor: Anchor, n: number, zone: string): Instant =>
  nthAfter(anchor.at, terms.every, n - anchor.n, zone, anchor.wall);

/** The n-th full payment (from 1) with the set-up fee where it is taken with the first, before coupon and tax. */
export function paymentOf(terms: LastingTerms, n: number): Pick<Due, 'amount' | 'full' | 'setUp' | 'fee'> {
  const full =
    terms.kind === 'plan'
      ? planPayment(terms, n)
      : n <= (terms.introductory?.payments ?? 0)
        ? (terms.introductory?.amount ?? 0)
        : terms.amount;
  const setUp =
    n === 1 && terms.setUp && (terms.setUp.when === 'with-first-payment' || !terms.trial) ? terms.setUp.amount : 0;
  return { amount: full + setUp, full, setUp, fee: 0 };
}

/** A total is divided by largest remainder, earlier shares first: 100.00 in 3 is 33.34, 33.33, 33.33. */
function planPayment({ owed, payments, first }: PlanTerms, n: number): number {
  if (first !== undefined && n === 1) return first;
  if (owed.by === 'each') return owed.amount;
  const parts = payments - (first === undefined ? 0 : 1);
  const rest = owed.amount - (first ?? 0);
  // Equal weights leave the remainder to the first of them, a unit each: worked out for one part alone.
  const place = n - 1 - (payments - parts);
  return Math.floor(rest / parts) + (place < rest % parts ? 1 : 0);
}

/** The full payments from number `from` on, in order, for as long as the terms go on. */
export function* paymentsFrom(
  terms: LastingTerms,
  anchor: Anchor,
  from: number,
  zone: string,
): Generator<Due, void, undefined> {
  const last = paymentsOf(terms) ?? Infinity;
  const momentOf = momentsAfter(anchor.at, terms.every, zone, anchor.wall);
  for (let n = from; n <= last; n += 1) yield { n, at: momentOf(n - anchor.n), ...paymentOf(terms, n) };
}

/**
 * Every payment that terms ask for, in order of time, as a lazy sequence: a subscription has no last one.
 * The statement, the keel line, the rehearsal and the charge all read this one function.
 * @param start the moment success is written
 * @param zone the shop's IANA time zone, in which wall clocks and dates are meant
 */
export function* scheduleOf(terms: Terms, start: Instant, zone: string): Generator<Due, void, undefined> {
  const once = paidOnce(terms);
  if (once > 0) yield { n: 1, at: start, amount: once, full: once, setUp: 0, fee: 0 };
  if (!isLasting(terms)) return;
  if (terms.trial) {
    const setUp = terms.setUp?.when === 'today' ? terms.setUp.amount : 0;
    yield { n: 0, at: start, amount: terms.trial.fee + setUp, full: 0, setUp, fee: terms.trial.fee };
  }
  yield* paymentsFrom(terms, firstAnchor(terms, start, zone), 1, zone);
}

/** What is paid once and never again: the price, or what the buyer named; 0 where nothing is. */
export const paidOnce = (terms: Terms): number =>
  terms.kind === 'once' ? terms.amount : terms.kind === 'open' ? (terms.named ?? terms.suggested) : 0;

/** The first dues of terms that may have no end. */
export function firstDues(terms: Terms, start: Instant, zone: string, most: number): Due[] {
  const dues: Due[] = [];
  for (const due of scheduleOf(terms, start, zone)) {
    if (dues.length === most) break;
    dues.push(due);
  }
  return dues;
}

/** What is due on the day of buying, in minor units. */
export const dueAtStart = (terms: Terms): number =>
  firstDues(terms, '2000-01-01T00:00:00.000Z', 'UTC', 1)[0]?.amount ?? 0;

/** The dues before a moment, of terms that may have no end. */
export function duesBefore(terms: Terms, start: Instant, zone: string, end: Instant): Due[] {
  const dues: Due[] = [];
  for (const due of scheduleOf(terms, start, zone)) {
    if (due.at >= end) break;
    dues.push(due);
  }
  return dues;
}

/**
 * What somebody brings in their first 12 months, in minor units, not rounded: what is due on the day of buying, and of a
 * subscription's later dues what those who go on pay. A plan is owed, and counted whole.
 * @param goesOn the share of subscribers that goes on from one payment to the next, from 0 to 1
 */
export function firstYearOf(terms: Terms, start: Instant, zone: string, goesOn: number): number {
  const year = nthAfter(start, { count: 1, unit: 'year' }, 1, zone);
  const dues = terms.kind === 'plan' ? [...scheduleOf(terms, start, zone)] : duesBefore(terms, start, zone, year);
  return dues.reduce((all, due, i) => all + due.amount * (terms.kind === 'subscription' ? goesOn ** i : 1), 0);
}

/** The moment up to which payment n has paid: where the next would fall, also after the last one. */
export const periodEnd = (terms: LastingTerms, anchor: Anchor, n: number, zone: string): Instant =>
  paymentAt(terms, anchor, n + 1, zone);
