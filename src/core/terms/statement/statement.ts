import { formatDay, type Instant } from '#core/calendar';
import { formatAmount, sum } from '#core/money';
import { type Anchor, type Due, firstAnchor, paymentsFrom, paymentsOf, periodEnd, scheduleOf } from '../schedule';
import { isLasting, type LastingTerms, type OpenTerms, type Terms } from '../terms';
import { type Facts, type Run, type Statement, type Voice, wordsFor } from '#core/words';

export interface StatementContext {
  currency: string;
  start: Instant;
  zone: string;
  locale: string;
  /** "today" at checkout; "on the day of buying" when the seller prices. */
  when: 'today' | 'on the day of buying';
  /** What is charged for a due, after coupon and with tax; by default the due as the terms have it. */
  charged?: ((due: Due) => number) | undefined;
  /** What of that is for the set-up and for the trial, with tax as well; by default as the terms have it. */
  beside?: ((due: Due) => { setUp: number; fee: number }) | undefined;
  /** What sending costs on the day of buying, with tax; on top of what is charged for its due. */
  sending?: number | undefined;
  /** Parcels that come with each full payment, and what of its charge is for sending them. */
  parcels?: { count: number; sending: number } | null | undefined;
  /** The last payment that a coupon makes cheaper; after it and the introductory ones all payments are alike. */
  cheaperUntil?: number | undefined;
}

/** The plain sentences that say what is paid and when, written over the same schedule that charges: one hand-written function a language. */
export function statementOf(terms: Terms, context: StatementContext): Statement {
  const { start, zone, charged = (due) => due.amount, beside = (due) => due, sending = 0 } = context;
  if (!isLasting(terms)) {
    const [due] = [...scheduleOf(terms, start, zone)];
    return speak(
      {
        ...NOTHING,
        nothing: !due && sending === 0,
        once: true,
        open: terms.kind === 'open' && terms.named === undefined ? boundsOf(terms) : null,
        today: due || sending > 0 ? { amount: (due ? charged(due) : 0) + sending, fee: 0, setUp: 0, sending } : null,
      },
      context,
    );
  }
  const anchor = firstAnchor(terms, start, zone);
  const dues = settled(terms, scheduleOf(terms, start, zone), context.cheaperUntil);
  const first = dues[0];
  const later = dues.slice(1);
  const runs = runsOf(later, charged, goesOn(terms));
  return speak(
    {
      ...NOTHING,
      today: first ? { amount: charged(first) + sending, ...besideOf(first), sending } : null,
      trial: terms.trial ? { days: terms.trial.days, until: anchor.at } : null,
      setUpLabel: terms.setUp?.label ?? '',
      setUpLater: later[0]?.n === 1 ? beside(later[0]).setUp : 0,
      runs,
      every: terms.every,
      parcels: context.parcels ?? null,
      inAll: goesOn(terms) ? null : sum(dues.map(charged)) + sending,
      canStop: terms.kind === 'subscription',
      endsOn: endsOn(terms, anchor, zone),
    },
    context,
  );

  function besideOf(due: Due): { fee: number; setUp: number } {
    const { fee, setUp } = beside(due);
    return { fee, setUp };
  }
}

/** The statement of an agreement from now on: the payments still to come, from number `next` on. */
export function statementOfRest(
  terms: LastingTerms,
  anchor: Anchor,
  next: number,
  context: Omit<StatementContext, 'start' | 'when' | 'sending'> & {
    trialUntil?: Instant | null;
    /** Whether unused days of an earlier agreement pay before the card does: `charged` is what they leave to it. */
    credit?: boolean;
  },
): Statement {
  const { zone, charged = (due) => due.amount, beside = (due) => due, credit = false } = context;
  const all = paymentsFrom(terms, anchor, next, zone);
  const byCredit: Due[] = [];
  const rest: Due[] = [];
  // Beyond the last one that credit touches there are two that are alike, as beyond the last cheaper one.
  const touched = credit ? lastTouched(terms, anchor, next, zone, charged) : 0;
  for (const due of settled(terms, all, Math.max(context.cheaperUntil ?? 0, touched)))
    if (credit && rest.length === 0 && charged(due) === 0) byCredit.push(due);
    else rest.push(due);
  const dues = rest;
  if (dues.length === 0) return speak({ ...NOTHING, nothing: true }, { ...context, when: 'today' });
  return speak(
    {
      ...NOTHING,
      setUpLabel: terms.setUp?.label ?? '',
      trial: context.trialUntil ? { days: terms.trial?.days ?? 0, until: context.trialUntil } : null,
      setUpLater: dues[0] ? beside(dues[0]).setUp : 0,
      creditTo: byCredit.at(-1)?.at ?? null,
      runs: runsOf(dues, charged, goesOn(terms)),
      every: terms.every,
      parcels: context.parcels ?? null,
      inAll: goesOn(terms) || dues.length === 1 ? null : sum(dues.map(charged)),
      canStop: terms.kind === 'subscription',
      endsOn: endsOn(terms, anchor, zone),
    },
    { ...context, when: 'today' },
  );
}

/** "monthly", "every 3 months", in the reader's language. */
export const oftenInWords = (every: LastingTerms['every'], locale: string): string => wordsFor(locale).often(every);

const NOTHING: Facts = {
  nothing: false,
  once: false,
  open: null,
  today: null,
  trial: null,
  setUpLabel: '',
  setUpLater: 0,
  creditTo: null,
  runs: [],
  every: { count: 1, unit: 'month' },
  inAll: null,
  parcels: null,
  canStop: false,
  endsOn: null,
};

const boundsOf = ({ least, most }: OpenTerms): Facts['open'] => ({ least, most: most ?? null });

const goesOn = (terms: LastingTerms): boolean => paymentsOf(terms) === null;

function endsOn(terms: LastingTerms, anchor: Anchor, zone: string): Instant | null {
  const payments = paymentsOf(terms);
  return terms.kind === 'subscription' && payments !== null ? periodEnd(terms, anchor, payments, zone) : null;
}

/** The dues up to where nothing changes any more: all of a fixed number, else two beyond the last cheaper one. */
function settled(terms: LastingTerms, dues: Iterable<Due>, cheaperUntil = 0): Due[] {
  const introductory = terms.kind === 'subscription' ? (terms.introductory?.payments ?? 0) : 0;
  const enough = Math.max(introductory, cheaperUntil, 1) + 2;
  const found: Due[] = [];
  for (const due of dues) {
    found.push(due);
    if (goesOn(terms) && due.n >= enough && found.length >= 2) break;
  }
  return found;
}

/** The number of the last due that credit touches: after it two follow that cost something, and the same. */
function lastTouched(
  terms: LastingTerms,
  anchor: Anchor,
  next: number,
  zone: string,
  charged: (due: Due) => number,
): number {
  let before: { n: number; amount: number } | null = null;
  for (const due of paymentsFrom(terms, anchor, next, zone)) {
    const amount = charged(due);
    if (before && before.amount > 0 && before.amount === amount) return before.n - 1;
    before = { n: due.n, amount };
    if (due.n - next > MOST_CREDITED) break;
  }
  return before?.n ?? 0;
}

/** Credit that pays longer than this is told as if it went on. */
const MOST_CREDITED = 120;

function runsOf(dues: readonly Due[], charged: (due: Due) => number, open: boolean): Run[] {
  const runs: { amount: number; count: number; first: Instant; last: Instant }[] = [];
  for (const due of dues) {
    const amount = charged(due);
    const run = runs.at(-1);
    if (run?.amount === amount) {
      run.count += 1;
      run.last = due.at;
    } else runs.push({ amount, count: 1, first: due.at, last: due.at });
  }
  return runs.map((run, i) => ({ ...run, count: open && i === runs.length - 1 ? null : run.count }));
}

function speak(facts: Facts, { currency, zone, locale, when }: Omit<StatementContext, 'start'>): Statement {
  const voice: Voice = {
    money: (amount) => ({ kind: 'money', text: formatAmount(amount, currency, locale) }),
    day: (at) => formatDay(at, zone, locale),
    today: when === 'today',
  };
  return wordsFor(locale).statement(facts, voice);
}
