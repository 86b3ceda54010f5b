import { type Agreement, isRunning, restOfPlan } from '#core/agreements';
import { dateIn, type Instant } from '#core/calendar';
import type { ShopTax } from '#core/catalogue';
import { NO_PAST } from '#core/drawing';
import type { ShopEvent } from '#core/journal';
import { sum } from '#core/money';
import { sumsOf } from '#core/payments';
import { evolve, newShopState } from '#core/shop';
import { paymentsOf } from '#core/terms';
import type { AgreementId } from '#core/ids';
import type { AgreementRow, LaterPaymentRow } from './agreementRows';

/** Which agreements an event names. */
export function agreementsIn(data: ShopEvent['data']): string[] {
  const named = data as {
    agreementId?: AgreementId;
    agreement?: { id: string; from: string | null };
    pass?: { cause: { kind: string; agreementId?: AgreementId } };
  };
  return [
    named.agreementId,
    named.agreement?.id,
    named.agreement?.from ?? undefined,
    named.pass?.cause.agreementId,
  ].filter((id) => id !== undefined);
}

interface Rows {
  agreements: Map<string, AgreementRow>;
  later: Map<string, LaterPaymentRow>;
  /** What was paid for an agreement's line on the day of buying. */
  firstPaid: (agreement: Agreement) => number;
  /** The shop's tax as it stands, for what is left to pay. */
  tax: ShopTax | null;
}

/** Moves rows on by one event. The agreement is folded by `evolve` itself, so that shop and mirror never disagree. */
export function foldAgreement({ agreements: rows, later, firstPaid, tax }: Rows, event: ShopEvent, at: Instant): void {
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
      for (const [id, agreement] of state.agreements) {
        if (rows.has(id)) continue;
        const row: AgreementRow = {
          id,
          agreement,
          past: NO_PAST,
          asked: {},
          first: { at, paid: agreement.from === null ? firstPaid(agreement) : 0, back: 0 },
          paid: 0,
          left: null,
          personId: agreement.personId,
          status: agreement.status,
          sort: '',
          disputes: [],
          waits: 0,
        };
        rows.set(id, restated(row, tax));
      }
      return;
    case 'pass.opened':
      if (known && !known.passIds.includes(event.data.pass.id)) known.passIds.push(event.data.pass.id);
      return;
    // What goes back, and what a bank takes back, is moved with the orders.
    case 'refund.requested':
    case 'refund.refused':
    case 'credit.given':
      return;
    case 'dispute.opened':
    case 'dispute.closed': {
      const row = rows.get(event.data.agreementId ?? '');
      if (!row) return;
      const { disputeId } = event.data;
      const others = row.disputes.filter((d) => d.disputeId !== disputeId);
      const disputes =
        event.type === 'dispute.opened'
          ? [...others, { disputeId, amount: event.data.amount, answerBy: event.data.answerBy }]
          : others;
      rows.set(row.id, { ...row, disputes, waits: disputes.length > 0 ? 1 : 0 });
      return;
    }
  }
  const row = first === undefined ? undefined : rows.get(first);
  if (!row) return;
  remember(row, later, event, at);
  evolve(state, event, at);
  rows.set(row.id, restated(row, tax));
}

/** What the agreement itself does not hold any more, noted before it is folded on. */
function remember(row: AgreementRow, later: Map<string, LaterPaymentRow>, event: ShopEvent, at: Instant): void {
  const { past, agreement: a } = row;
  switch (event.type) {
    case 'due.requested':
      row.asked = { ...row.asked, [event.data.key]: { amount: event.data.amount, again: event.data.why !== 'due' } };
      return;
    case 'due.refused': {
      const { [event.data.key]: of, ...others } = row.asked;
      row.asked = others;
      row.past = {
        ...past,
        refused: [...past.refused, { at, amount: of?.amount ?? 0, again: of?.again ?? false }],
      };
      return;
    }
    case 'due.paid': {
      row.asked = Object.fromEntries(Object.entries(row.asked).filter(([key]) => key !== event.data.key));
      const { paymentId, amount, receipt } = event.data;
      if (paymentId !== null)
        later.set(paymentId, {
          id: paymentId,
          at,
          day: dateIn(at, a.zone),
          agreementId: a.id,
          offerId: a.offerId,
          personId: a.personId,
          title: a.title,
          amount,
          back: 0,
          went: 0,
          currency: a.currency,
          receipt,
        });
      return;
    }
    case 'agreement.returned': {
      const from = past.pauses.at(-1);
      if (event.data.why === 'pause' && from?.until === null)
        row.past = { ...past, pauses: [...past.pauses.slice(0, -1), { from: from.from, until: at }] };
      return;
    }
    case 'agreement.dueDayMoved':
      if (a.next)
        row.past = { ...past, moved: [...past.moved, { n: a.next.n, from: a.next.at, to: event.data.next.at }] };
      return;
    case 'agreement.paused':
      if (past.pauses.at(-1)?.until !== null)
        row.past = { ...past, pauses: [...past.pauses, { from: at, until: null }] };
      return;
    case 'agreement.cancelled':
    case 'agreement.ended':
      if (past.pauses.at(-1)?.until === null)
        row.past = { ...past, pauses: past.pauses.map((p) => ({ ...p, until: p.until ?? at })) };
      return;
  }
}

/** A row after money went back to its buyer. */
export const withRefund = (row: AgreementRow, refund: { at: Instant; amount: number }): AgreementRow => ({
  ...row,
  past: { ...row.past, refunds: [...row.past.refunds, { at: refund.at, amount: refund.amount }] },
});

const netOf = (payments: Agreement['payments']): number => {
  const { paid, back } = sumsOf(payments);
  return paid - back;
};

/** The figures of a row, counted again from the agreement. */
export function restated(row: AgreementRow, tax: ShopTax | null): AgreementRow {
  const { agreement: a } = row;
  return {
    ...row,
    paid: row.first.paid - row.first.back + netOf(a.payments),
    left: isRunning(a) ? leftOf(a, tax) : 0,
    status: a.status,
    sort: `${a.status}|${a.pastDue?.since ?? a.next?.at ?? a.pause?.until ?? a.endsAt ?? a.ended?.at ?? a.period?.until ?? a.start}`,
  };
}

/** What is still to pay of a plan, after coupon and with tax, what is behind included; null where it goes on without an end. */
function leftOf(a: Agreement, tax: ShopTax | null): number | null {
  return paymentsOf(a.terms) === null ? null : sum(restOfPlan(a, tax, null).map((due) => due.amount));
}
