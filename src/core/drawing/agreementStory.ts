import { type Agreement, goesOnAs, isRunning, lastPaid } from '#core/agreements';
import { addMs, dateIn, type Instant, nthAfter } from '#core/calendar';
import type { Tick } from '#core/catalogue';
import { sumsOf } from '#core/payments';
import { oftenInWords, paymentsFrom, paymentsOf } from '#core/terms';
import { wordsFor } from '#core/words';
import type { AccessStretch, KeelStory, MoneyMoment } from './story';

/** What happened to an agreement that its present state does not hold any more: refused tries, pauses, holds, moves. */
export interface AgreementPast {
  refused: readonly { at: Instant; amount: number; again: boolean }[];
  pauses: readonly { from: Instant; until: Instant | null }[];
  refunds: readonly { at: Instant; amount: number }[];
  /** Dues put on another day: their number, and where they were and went. */
  moved: readonly { n: number; from: Instant; to: Instant }[];
}
export const NO_PAST: AgreementPast = { refused: [], pauses: [], refunds: [], moved: [] };

interface Shown {
  /** What was paid on the day of buying. */
  first: { at: Instant; amount: number } | null;
  passes: readonly {
    title: string;
    from: Instant;
    until: Instant | null;
    closedAt: Instant | null;
    holds: readonly { from: Instant; until: Instant | null }[];
    ticks?: readonly Tick[];
  }[];
  charged: (due: { n: number; at: Instant }) => number;
  past: AgreementPast;
  now: Instant;
  /** What stands at that moment; "today" where nothing else is said. */
  word?: KeelStory['now']['word'];
  locale: string;
}

/** A year ahead of what goes on without an end. */
const AHEAD = { count: 12, unit: 'month' as const };

/** One payment plan or subscription as it went and as it will go: planned and actual on one line. */
export function storyOfAgreement(
  agreement: Agreement,
  { first, passes, charged, past, now, word = 'today', locale }: Shown,
): KeelStory {
  const a = goesOnAs(agreement);
  const disputed = disputedPayments(a);
  const isFirstDisputed = [...disputed].some((id) => a.payments.every((p) => p.id !== id));
  const paid = a.payments.map((p): MoneyMoment => ({
    at: p.at,
    amount: sumsOf([p]).paid,
    state: p.id !== null && disputed.has(p.id) ? 'disputed' : 'paid',
  }));
  const owed = a.owed.map((d): MoneyMoment => ({ at: d.at, amount: d.amount, state: 'refused' }));
  // The try on the due day itself is the refused due: one mark, not two.
  const refusedDays = new Set(owed.map((o) => dateIn(o.at, a.zone)));
  const money: MoneyMoment[] = [
    ...(first
      ? [{ at: first.at, amount: first.amount, state: isFirstDisputed ? ('disputed' as const) : ('paid' as const) }]
      : []),
    ...paid,
    ...owed,
    ...past.refused
      .filter((r) => !refusedDays.has(dateIn(r.at, a.zone)))
      .map((r): MoneyMoment => ({ at: r.at, amount: r.amount, state: r.again ? 'tried-again' : 'refused' })),
    ...past.refunds.map((r): MoneyMoment => ({ at: r.at, amount: r.amount, state: 'refunded' })),
    ...past.moved.map((m): MoneyMoment => ({
      at: m.from,
      amount: charged({ n: m.n, at: m.to }),
      state: 'moved',
      movedTo: m.to,
    })),
    ...aheadOf(a, charged, now),
  ];
  const goesOn = isRunning(a) && a.status !== 'ending' && paymentsOf(a.terms) === null;
  return {
    currency: a.currency,
    zone: a.zone,
    locale,
    money,
    access: passes.map((p): AccessStretch => ({
      title: p.title,
      from: p.from,
      until: p.closedAt ?? p.until ?? a.endsAt,
      holds: p.holds,
      ticks: p.ticks,
      goesOn:
        a.terms.kind === 'plan' && isRunning(a) ? wordsFor(locale).access.endless('while-paid-then-good') : undefined,
    })),
    now: { at: now, word },
    pauses: a.pause ? [...past.pauses, { from: a.pause.from, until: a.pause.until }] : past.pauses,
    ...(goesOn ? { goesOn: wordsFor(locale).drawing.untilCancelled() } : {}),
    every: oftenInWords(a.terms.every, locale),
  };
}

/** What a bank disputes of it; where history does not say, the last payment. */
function disputedPayments(a: Agreement): Set<string> {
  const stops = a.stops.filter(({ why }) => why.startsWith('dispute:'));
  return new Set(stops.flatMap(({ paymentId }) => paymentId ?? a.payments.at(-1)?.id ?? []));
}

/** What is still to come; dropped where it was stopped. */
function aheadOf(a: Agreement, charged: Shown['charged'], now: Instant): MoneyMoment[] {
  if (a.next === null || a.status === 'paused')
    return a.status === 'ending' && a.endsAt !== null && !a.finishes
      ? [{ at: a.endsAt, amount: charged({ n: lastPaid(a) + 1, at: a.endsAt }), state: 'dropped' }]
      : [];
  const end = addMs(nthAfter(now, AHEAD, 1, a.zone), 1);
  const coming: MoneyMoment[] = [];
  for (const due of paymentsFrom(a.terms, a.anchor, a.next.n, a.zone)) {
    if (paymentsOf(a.terms) === null && due.at > end && coming.length >= 2) break;
    coming.push({ at: due.at, amount: charged(due), state: 'to-come' });
  }
  return coming;
}
