import { type Agreement, isRunning } from '#core/agreements';
import { addMs, dateIn, type Instant, nthAfter } from '#core/calendar';
import type { EventOf } from '#core/journal';
import { oftenInWords, paymentsFrom, paymentsOf } from '#core/terms';
import type { AccessStretch, KeelStory, MoneyMoment } from './story';

/** What happened to an agreement that its present state does not hold any more: refused tries, pauses, holds, moves. */
export interface AgreementPast {
  refused: readonly { at: Instant; amount: number; again: boolean }[];
  pauses: readonly { from: Instant; until: Instant | null }[];
  refunds: readonly { at: Instant; amount: number }[];
  moved: readonly { from: Instant; to: Instant; amount: number }[];
}
export const NO_PAST: AgreementPast = { refused: [], pauses: [], refunds: [], moved: [] };

interface Shown {
  /** What was paid on the day of buying. */
  first: { at: Instant; amount: number } | null;
  passes: readonly { title: string; from: Instant; until: Instant | null; closedAt: Instant | null; holds: readonly { from: Instant; until: Instant | null }[] }[];
  charged: (due: { n: number; at: Instant }) => number;
  past: AgreementPast;
  now: Instant;
  locale: string;
}

/** A year ahead of what goes on without an end. */
const AHEAD = { count: 12, unit: 'month' as const };

/** One payment plan or subscription as it went and as it will go: planned and actual on one line. */
export function storyOfAgreement(a: Agreement, { first, passes, charged, past, now, locale }: Shown): KeelStory {
  const disputed = new Set(a.dispute === null ? [] : [a.payments.at(-1)]);
  const paid = a.payments.map((p): MoneyMoment => ({ at: p.at, amount: p.amount, state: disputed.has(p) ? 'disputed' : 'paid' }));
  const owed = a.owed.map((d): MoneyMoment => ({ at: d.at, amount: d.amount, state: 'refused' }));
  // The try on the due day itself is the refused due: one mark, not two.
  const refusedDays = new Set(owed.map((o) => dateIn(o.at, a.zone)));
  const money: MoneyMoment[] = [
    ...(first ? [{ at: first.at, amount: first.amount, state: 'paid' as const }] : []),
    ...paid,
    ...owed,
    ...past.refused.filter((r) => !refusedDays.has(dateIn(r.at, a.zone))).map((r): MoneyMoment => ({ at: r.at, amount: r.amount, state: r.again ? 'tried again' : 'refused' })),
    ...past.refunds.map((r): MoneyMoment => ({ at: r.at, amount: r.amount, state: 'refunded' })),
    ...past.moved.map((m): MoneyMoment => ({ at: m.from, amount: m.amount, state: 'moved', movedTo: m.to })),
    ...aheadOf(a, charged, now),
  ];
  const goesOn = isRunning(a) && a.status !== 'ending' && paymentsOf(a.terms) === null;
  return {
    currency: a.currency, zone: a.zone, locale, money,
    access: passes.map((p): AccessStretch => ({ title: p.title, from: p.from, until: p.closedAt ?? p.until ?? a.endsAt, holds: p.holds })),
    now: { at: now, word: 'today' },
    pauses: a.pause ? [...past.pauses, { from: a.pause.from, until: a.pause.until }] : past.pauses,
    ...(goesOn ? { goesOn: 'until cancelled' } : {}),
    every: oftenInWords(a.terms.every, locale),
  };
}

/** What is still to come; dropped where it was stopped. */
function aheadOf(a: Agreement, charged: Shown['charged'], now: Instant): MoneyMoment[] {
  if (a.next === null || a.status === 'paused') return a.status === 'ending' && a.endsAt !== null && !a.finishes ? [{ at: a.endsAt, amount: charged({ n: 1, at: a.endsAt }), state: 'dropped' }] : [];
  const end = addMs(nthAfter(now, AHEAD, 1, a.zone), 1);
  const coming: MoneyMoment[] = [];
  for (const due of paymentsFrom(a.terms, a.anchor, a.next.n, a.zone)) {
    if (paymentsOf(a.terms) === null && due.at > end && coming.length >= 2) break;
    coming.push({ at: due.at, amount: charged(due), state: 'to come' });
  }
  return coming;
}

type Told = { at: Instant; event: { type: string; data: unknown } };

/** The past of one agreement, read from its events in order. */
export function pastOfAgreement(agreementId: string, told: Iterable<Told>): AgreementPast {
  const past = { refused: [] as { at: Instant; amount: number; again: boolean }[], pauses: [] as { from: Instant; until: Instant | null }[], refunds: [] as { at: Instant; amount: number }[], moved: [] as { from: Instant; to: Instant; amount: number }[] };
  const asked = new Map<string, { amount: number; why: string }>();
  let paused: Instant | null = null;
  const wanted = new Set<string>();
  for (const { at, event } of told) {
    const about = event.data as { agreementId?: string };
    if (event.type === 'due.requested' && about.agreementId === agreementId) {
      const data = event.data as EventOf<'due.requested'>['data'];
      asked.set(data.key, { amount: data.amount, why: data.why });
    } else if (event.type === 'due.refused' && about.agreementId === agreementId) {
      const of = asked.get((event.data as EventOf<'due.refused'>['data']).key);
      past.refused.push({ at, amount: of?.amount ?? 0, again: of?.why !== 'due' });
    } else if (event.type === 'agreement.paused' && about.agreementId === agreementId) paused ??= at;
    else if (event.type === 'agreement.returned' && about.agreementId === agreementId && paused !== null) {
      past.pauses.push({ from: paused, until: at });
      paused = null;
    } else if (event.type === 'refund.requested') {
      const data = event.data as EventOf<'refund.requested'>['data'];
      if (data.agreementId === agreementId) wanted.add(data.refundId);
      if (data.agreementId === agreementId) asked.set(data.refundId, { amount: data.amount, why: '' });
    } else if (event.type === 'refund.paid') {
      const { refundId } = event.data as EventOf<'refund.paid'>['data'];
      if (wanted.has(refundId)) past.refunds.push({ at, amount: asked.get(refundId)?.amount ?? 0 });
    }
  }
  return past;
}
