import type { Agreement } from '#core/agreements';
import { dateIn, type Instant } from '#core/calendar';
import type { AgreementPast } from '#core/drawing';
import type { ShopEvent } from '#core/journal';
import { sum } from '#core/money';
import { evolve, newShopState } from '#core/shop';
import { paymentOf, paymentsOf } from '#core/terms';
import type { TotalRow } from './totals';

/** One payment plan or subscription as the studio lists it: the agreement itself, folded by the shop's own code, and what became of it. */
export interface AgreementRow {
  id: string;
  agreement: Agreement;
  past: AgreementPast;
  /** Amounts of tries under way, by key. */
  asked: Record<string, { amount: number; again: boolean }>;
  /** What was paid and given back on the day of buying; nothing for one that came of a switch. */
  first: { at: Instant; paid: number; back: number };
  /** What was paid so far, given back taken off, in minor units: on the day of buying and later. */
  paid: number;
  /** What is still to pay of a plan; null where it goes on. */
  left: number | null;
  personId: string;
  status: Agreement['status'];
  /** By status and next moment: the order in which lists show them. */
  sort: string;
}

/** A payment after the day of buying. */
export interface LaterPaymentRow {
  id: string;
  at: Instant;
  day: string;
  agreementId: string;
  personId: string;
  title: string;
  amount: number;
  currency: string;
  receipt: string | null;
}

/** Which agreements an event names. */
export function agreementsIn(data: ShopEvent['data']): string[] {
  const named = data as { agreementId?: string; agreement?: { id: string; from: string | null }; pass?: { cause: { kind: string; agreementId?: string } } };
  return [named.agreementId, named.agreement?.id, named.agreement?.from ?? undefined, named.pass?.cause.agreementId].filter((id) => id !== undefined);
}

/** Moves rows on by one event. The agreement is folded by `evolve` itself, so that shop and mirror never disagree. */
export function foldAgreement(rows: Map<string, AgreementRow>, later: LaterPaymentRow[], event: ShopEvent, at: Instant, firstPaid: (agreement: Agreement) => number): void {
  const ids = agreementsIn(event.data);
  if (ids.length === 0) return;
  const state = newShopState();
  for (const id of ids) {
    const row = rows.get(id);
    if (row) state.agreements.set(id, row.agreement);
  }
  const [first] = ids;
  const known = first === undefined ? undefined : state.agreements.get(first);
  switch (event.type) {
    case 'agreement.started':
      evolve(state, event, at);
      for (const [id, agreement] of state.agreements) if (!rows.has(id)) rows.set(id, restated({ id, agreement, past: { refused: [], pauses: [], refunds: [], moved: [] }, asked: {}, first: { at, paid: agreement.from === null ? firstPaid(agreement) : 0, back: 0 }, paid: 0, left: null, personId: agreement.personId, status: agreement.status, sort: '' }));
      return;
    case 'pass.opened':
      if (known && !known.passIds.includes(event.data.pass.id)) known.passIds.push(event.data.pass.id);
      return;
    case 'refund.requested':
    case 'refund.refused':
    case 'dispute.opened':
    case 'dispute.closed':
      return;
    default:
      if (known) evolve(state, event, at);
  }
  const row = first === undefined ? undefined : rows.get(first);
  if (!row) return;
  remember(row, later, event, at);
  rows.set(row.id, restated(row));
}

function remember(row: AgreementRow, later: LaterPaymentRow[], event: ShopEvent, at: Instant): void {
  const { past, agreement: a } = row;
  switch (event.type) {
    case 'due.requested':
      row.asked = { ...row.asked, [event.data.key]: { amount: event.data.amount, again: event.data.why !== 'due' } };
      return;
    case 'due.refused': {
      const { [event.data.key]: of, ...others } = row.asked;
      row.asked = others;
      row.past = { ...past, refused: [...past.refused, { at, amount: of?.amount ?? 0, again: of?.again ?? false }] };
      return;
    }
    case 'due.paid': {
      row.asked = Object.fromEntries(Object.entries(row.asked).filter(([key]) => key !== event.data.key));
      if (event.data.amount > 0) later.push({ id: event.data.key, at, day: dateIn(at, a.zone), agreementId: a.id, personId: a.personId, title: a.title, amount: event.data.amount, currency: a.currency, receipt: event.data.receipt });
      return;
    }
    case 'agreement.returned': {
      const from = past.pauses.at(-1);
      if (event.data.why === 'pause' && from?.until === null) row.past = { ...past, pauses: [...past.pauses.slice(0, -1), { from: from.from, until: at }] };
      return;
    }
    case 'agreement.paused':
      if (past.pauses.at(-1)?.until !== null) row.past = { ...past, pauses: [...past.pauses, { from: at, until: null }] };
      return;
    case 'agreement.cancelled':
    case 'agreement.ended':
      if (past.pauses.at(-1)?.until === null) row.past = { ...past, pauses: past.pauses.map((p) => ({ ...p, until: p.until ?? at })) };
      return;
  }
}

/** What went back of a payment of this agreement. */
export function givenBack(row: AgreementRow, refund: { at: Instant; amount: number; paymentId: string }): AgreementRow {
  const payment = row.agreement.payments.find((p) => p.paymentId === refund.paymentId);
  if (payment) payment.givenBack += refund.amount;
  const first = payment ? row.first : { ...row.first, back: row.first.back + refund.amount };
  return restated({ ...row, first, past: { ...row.past, refunds: [...row.past.refunds, { at: refund.at, amount: refund.amount }] } });
}

/** The figures of a row, counted again from the agreement. */
function restated(row: AgreementRow): AgreementRow {
  const { agreement: a } = row;
  const open = a.status !== 'ended' && a.status !== 'paid off';
  const last = paymentsOf(a.terms);
  const made = a.payments.at(-1)?.dues.at(-1)?.n ?? (a.terms.trial || a.from !== null ? 0 : 1);
  return {
    ...row,
    paid: row.first.paid - row.first.back + sum(a.payments.map((p) => p.amount - p.givenBack - p.lost)),
    left: last === null || !open ? (open ? null : 0) : sum(Array.from({ length: last - made }, (_, i) => paymentOf(a.terms, made + 1 + i).amount)),
    status: a.status,
    sort: `${a.status}|${a.pastDue?.since ?? a.next?.at ?? a.pause?.until ?? a.endsAt ?? a.ended?.at ?? a.period?.until ?? a.start}`,
  };
}

/** How totals change with agreements and later payments: by status "agreements|past due|EUR" (paid so far, left to pay), and by day "later|EUR|2026-06-15". */
export function agreementTotalsMoved(before: Iterable<AgreementRow>, after: Iterable<AgreementRow>, later: Iterable<LaterPaymentRow>): Map<string, TotalRow> {
  const totals = new Map<string, TotalRow>();
  const put = (key: string, count: number, paid: number, back: number): void => {
    const row = totals.get(key) ?? { key, count: 0, paid: 0, back: 0 };
    totals.set(key, { key, count: row.count + count, paid: row.paid + paid, back: row.back + back });
  };
  for (const row of before) put(`agreements|${row.status}|${row.agreement.currency}`, -1, -row.paid, -(row.left ?? 0));
  for (const row of after) put(`agreements|${row.status}|${row.agreement.currency}`, 1, row.paid, row.left ?? 0);
  for (const row of later) put(`later|${row.currency}|${row.day}`, 1, row.amount, 0);
  return totals;
}
