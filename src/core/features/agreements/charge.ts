import { refuse } from '#core/refusal';
import {
  type Agreement,
  askedFrom,
  chargeFor,
  type DueMoment,
  isStopped,
  restOfPlan,
  whyNotAct,
} from '#core/agreements';
import type { Instant } from '#core/calendar';
import { creditOf, type OwedDue, type Payment, takeCredit } from '#core/payments';
import { sum } from '#core/money';
import { fact, type EventOf, type ShopEvent } from '#core/journal';
import { paymentsOf, periodEnd } from '#core/terms';
import type { AgreementId, PaymentId } from '#core/ids';
import type { Command, DecideContext, Decision } from '../../engine/command';
import type { ShopState } from '../../engine/state';
import { parcelsPaid } from './parcels';
import { documentNumber } from '../orders/documentNumber';
import { mailOf, nextDue, noSuch, nothing, releaseAll, shopOf } from './common';
import { waitingOver } from './pause';
import { keyOf } from '../../engine/ids';

type Why = EventOf<'due.requested'>['data']['why'];

/** A due has come. On a plan that is behind it is owed too, and brings one try for all that is owed. */
export function chargeDue(
  state: ShopState,
  { agreementId, dueAt }: { agreementId: AgreementId; dueAt: Instant },
  context: DecideContext,
): Decision {
  const a = state.agreements.get(agreementId);
  if (!a?.next || askedFrom(a.next) !== dueAt || a.unanswered !== null || isStopped(a)) return nothing;
  const goesOn =
    a.status === 'in-trial' || a.status === 'active' || (a.status === 'past-due' && a.terms.kind === 'plan');
  if (!goesOn) return nothing;
  const due = chargeFor(a, a.next, shopOf(context).tax);
  return {
    events: ask(state, a, [...a.owed, due], {
      why: 'due',
      planned: dueAt,
      next: nextDue(a, a.next.n, shopOf(context)),
      now: context.now,
    }),
  };
}

/** A refused payment is tried again on its day. */
export function tryAgain(
  state: ShopState,
  { agreementId, dueAt }: { agreementId: AgreementId; dueAt: Instant },
  { now }: DecideContext,
): Decision {
  const a = state.agreements.get(agreementId);
  if (!a || a.pastDue?.tryAt !== dueAt || a.unanswered !== null || isStopped(a)) return nothing;
  return { events: ask(state, a, a.owed, { why: 'again', planned: dueAt, next: a.next, now }) };
}

/** One extra try of what is owed, because somebody asked for it. */
export function retryDue(
  state: ShopState,
  { agreementId }: Extract<Command, { type: 'retry-due' }>,
  { now }: DecideContext,
): Decision {
  const a = state.agreements.get(agreementId);
  if (!a) return noSuch;
  const no = whyNotAct(a, 'retry', now);
  if (no) return no;
  return { events: ask(state, a, a.owed, { why: 'asked', planned: now, next: a.next, now }) };
}

/** Another card. Where a payment is behind it is tried with it at once. */
export function changeCard(
  state: ShopState,
  { agreementId, card }: Extract<Command, { type: 'change-card' }>,
  context: DecideContext,
): Decision {
  const a = state.agreements.get(agreementId);
  if (!a) return noSuch;
  const no = whyNotAct(a, 'change-card', context.now);
  if (no) return no;
  const changed: ShopEvent = fact('agreement.cardChanged', { agreementId, card });
  const again =
    a.status === 'past-due' && !isStopped(a)
      ? ask(state, { ...a, card }, a.owed, { why: 'asked', planned: context.now, next: a.next, now: context.now })
      : [];
  // A key of its own: every change is told.
  const told = mailOf(a, 'card-changed', context.ids.next('m'), { reason: card.last4 });
  return { events: [changed, ...again, told] };
}

/** All that is left of a plan in one charge. */
export function payRest(
  state: ShopState,
  { agreementId }: Extract<Command, { type: 'pay-rest' }>,
  context: DecideContext,
): Decision {
  const a = state.agreements.get(agreementId);
  if (!a) return noSuch;
  const no = whyNotAct(a, 'pay-rest', context.now);
  if (no) return no;
  const rest = restOfPlan(a, shopOf(context).tax, context.now);
  if (rest.length === 0) return refuse('nothing-to-do', { why: 'no-rest' });
  return { events: ask(state, a, rest, { why: 'rest', planned: context.now, next: a.next, now: context.now }) };
}

/**
 * Writes down that dues are asked for, before the payment service is. Credit pays before the card; what comes to
 * nothing counts as paid without asking.
 */
function ask(
  state: ShopState,
  a: Agreement,
  dues: readonly OwedDue[],
  { why, planned, next, now }: { why: Why; planned: Instant; next: DueMoment | null; now: Instant },
): ShopEvent[] {
  const whole = sum(dues.map((d) => d.amount));
  const tax = sum(dues.map((d) => d.tax));
  const credit = Math.min(creditOf(a.credits), whole);
  const amount = whole - credit;
  const key = keyOf(a.id, dues[0]?.n ?? 0, a.asked + 1);
  if (amount === 0)
    return paidEvents(
      state,
      a,
      {
        key,
        kind: why === 'rest' ? 'rest' : 'due',
        dues,
        amount,
        tax,
        credit,
        paymentId: null,
        last4: null,
        next: why === 'rest' ? null : next,
      },
      now,
    );
  const card = a.card ?? { token: 'none', last4: '0000' };
  return [
    fact('due.requested', {
      key,
      agreementId: a.id,
      why,
      planned,
      dues: [...dues],
      amount,
      tax,
      credit,
      currency: a.currency,
      card,
      title: a.title,
      statement: a.statement,
      next,
      came: a.came,
    }),
  ];
}

/** What came of asking for dues. */
export interface Paid {
  key: string;
  kind: Payment['kind'] & ('due' | 'rest' | 'switch');
  dues: readonly OwedDue[];
  amount: number;
  tax: number;
  credit: number;
  paymentId: PaymentId | null;
  last4: string | null;
  next: DueMoment | null;
}

/** Everything that follows inside the shop when an agreement's dues are paid: one batch. */
export function paidEvents(state: ShopState, a: Agreement, paid: Paid, now: Instant): ShopEvent[] {
  const last = paid.dues.at(-1);
  if (!last) return [];
  const all = paymentsOf(a.terms);
  const finished = all !== null && last.n >= all;
  const until = periodEnd(a.terms, a.anchor, last.n, a.zone);
  const status = !finished ? 'active' : a.terms.kind === 'plan' ? 'paid-off' : 'ending';
  const credit = takeCredit(a.credits, paid.credit);
  const moved = paid.amount > 0 || paid.credit > 0;
  const receipt = moved ? documentNumber('R', state.counts.receipts) : null;
  return [
    fact('due.paid', {
      key: paid.key,
      kind: paid.kind,
      agreementId: a.id,
      paymentId: paid.paymentId,
      receipt,
      dues: [...paid.dues],
      amount: paid.amount,
      tax: paid.tax,
      credit: paid.credit,
      last4: paid.last4,
      period: { from: last.at, until, amount: last.forPeriod, paymentId: paid.paymentId, credits: credit.used },
      creditsLeft: credit.left,
      next: finished ? null : paid.next,
      status,
      endsAt: status === 'ending' ? until : null,
    }),
    // Those of a switch come with what the switch opens.
    ...(paid.kind === 'switch' ? [] : parcelsPaid(a, paid, now)),
    ...releaseAll(state, a, 'behind'),
    // Paid off in its pause: there is nothing left to come back to.
    ...(finished ? waitingOver(state, a, now) : []),
    ...(moved
      ? [mailOf(a, 'payment', keyOf('paid', paid.key), { amount: paid.amount, at: paid.next?.at ?? null, receipt })]
      : []),
    ...(status === 'paid-off' ? [mailOf(a, 'paid-off', keyOf('off', a.id))] : []),
  ];
}
