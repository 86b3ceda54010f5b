import { type Agreement, disputeStop, isRunning, movesDates } from '#core/agreements';
import type { Instant } from '#core/calendar';
import type { LineId, PassId } from '#core/ids';
import { fact, type ShopEvent } from '#core/journal';
import { allocate, formatAmount, mulDiv, sum } from '#core/money';
import { disputeHold } from '#core/passes';
import { refuse } from '#core/refusal';
import { holdAll, releaseAll } from '../agreements/common';
import { endEvents } from '../agreements/closings';
import { withoutStop } from '../agreements/goOn';
import type { Command, DecideContext, Decision } from '../command';
import { keyOf } from '../ids';
import { leftOf, lineOf, type Payment } from '#core/payments';
import { type PaidLine, paidLinesOf } from '../paidLines';
import type { Dispute, Order, ShopState } from '../state';

const known: Decision = refuse('nothing-to-do', { why: 'recorded' });

/** A bank disputes a payment: every line of it is touched, its passes are on hold, and nothing more falls due until it is decided. */
export function openDispute(state: ShopState, command: Extract<Command, { type: 'open-dispute' }>): Decision {
  const { disputeId, paymentId, amount, answerBy } = command;
  const payment = state.payments.get(paymentId);
  const later = payment?.agreementId == null ? undefined : state.agreements.get(payment.agreementId);
  const order = state.orders.get(payment?.orderId ?? '');
  if (!payment || !order) return refuse('no-such-payment', { what: 'disputed-payment' });
  if (state.disputes.has(disputeId)) return known;
  const touched = (later ? [later] : agreementsOf(state, order, payment)).filter(isRunning);
  return {
    events: [
      fact('dispute.opened', {
        disputeId,
        orderId: order.id,
        amount,
        answerBy,
        paymentId,
        ...(later ? { agreementId: later.id } : {}),
      }),
      ...touched.map((a): ShopEvent => fact('agreement.suspended', { agreementId: a.id, disputeId, paymentId })),
      ...holdAll(state, later ?? { passIds: passesOfPayment(state, order, payment) }, disputeHold(disputeId)),
    ],
  };
}

/**
 * The bank has decided. Won: this dispute stops nothing any more. Lost: its amount is spread over the payment's lines
 * and never above what is still there; a line that lost all of it is as if it had been given back in full, one that
 * lost a part goes on, and the seller is asked.
 */
export function closeDispute(
  state: ShopState,
  { disputeId, won }: Extract<Command, { type: 'close-dispute' }>,
  context: DecideContext,
): Decision {
  const dispute = state.disputes.get(disputeId);
  const order = dispute ? state.orders.get(dispute.orderId) : undefined;
  if (!dispute || !order) return refuse('no-such-payment', { what: 'dispute' });
  if (dispute.status !== 'open') return known;
  const later = dispute.agreementId === undefined ? undefined : state.agreements.get(dispute.agreementId);
  // What came of a switch in the meantime is stopped by it too.
  const touched = agreementsOf(state, order, null).filter((a) => isStoppedBy(a, dispute));
  const payment = state.payments.get(dispute.paymentId);
  const lost = won ? [] : lostOf(paidLinesOf(state, dispute.paymentId), dispute.amount);
  const whole = new Set(lost.filter((l) => l.amount === l.left).map((l) => l.lineId));
  const ends = (lineId: LineId): boolean => whole.has(lineId);
  const ending = touched.filter((a) => ends(a.lineId));
  const going = touched.filter((a) => !ends(a.lineId));
  const gone = new Set(ending.flatMap((a) => a.passIds));
  const own = payment && !later ? passesOfPayment(state, order, payment) : [];
  const passes = [...new Set([...(later ? [later] : []), ...touched].flatMap((a) => a.passIds).concat(own))];
  const closing = passes.filter((id) => !state.passes.get(id)?.closed && (gone.has(id) || closesWith(state, id, ends)));
  const staying = passes.filter((id) => !closing.includes(id));
  return {
    events: [
      fact('dispute.closed', {
        disputeId,
        orderId: order.id,
        won,
        lost: lost.map(({ lineId, amount, tax }) => ({ lineId, amount, tax })),
        ...(later ? { agreementId: later.id } : {}),
        paymentId: dispute.paymentId,
      }),
      ...going.flatMap((a) => cleared(a, dispute, context)),
      ...releaseAll(state, { passIds: staying }, disputeHold(disputeId)),
      ...ending.flatMap((a) => endEvents(state, a, 'dispute-lost', null, null, context)),
      ...closing.map((passId): ShopEvent => fact('pass.closed', { passId, why: 'dispute-lost', dueAt: null })),
      ...(won ? [] : asked(dispute, order, lost, going)),
    ],
  };
}

const isStoppedBy = (a: Agreement, { id }: Dispute): boolean => a.stops.some(({ why }) => why === disputeStop(id));

function cleared(a: Agreement, { id, at }: Dispute, context: DecideContext): ShopEvent[] {
  const why = disputeStop(id);
  const since: Instant = a.stops.find((stop) => stop.why === why)?.since ?? at;
  return [
    fact('agreement.cleared', {
      agreementId: a.id,
      disputeId: id,
      missed: movesDates({ why, since }, a.next?.at ?? null, context.now),
    }),
    ...withoutStop(a, why, context.now, context).events,
  ];
}

/** What opens nothing but a line that ends with the dispute. */
function closesWith(state: ShopState, passId: PassId, ends: (lineId: LineId) => boolean): boolean {
  const cause = state.passes.get(passId)?.cause;
  return cause?.kind === 'paid' && ends(cause.lineId);
}

interface LostLine {
  lineId: LineId;
  amount: number;
  tax: number;
  /** What could be lost of it at most. */
  left: number;
}

/** A disputed amount over the lines of its payment, in proportion to what is still there. */
function lostOf(lines: readonly PaidLine[], amount: number): LostLine[] {
  const lefts = lines.map(leftOf);
  const shares = sum(lefts) === 0 ? lefts : allocate(Math.min(amount, sum(lefts)), lefts);
  return lines
    .map((line, i) => ({
      lineId: line.lineId,
      amount: shares[i] ?? 0,
      tax: line.amount === 0 ? 0 : Math.min(line.tax - line.taxBack, mulDiv(line.tax, shares[i] ?? 0, line.amount)),
      left: lefts[i] ?? 0,
    }))
    .filter((share) => share.amount > 0);
}

/** What a person has to decide or to know: more was taken back than was left, or a part of a payment that goes on. */
function asked(dispute: Dispute, order: Order, lost: readonly LostLine[], going: readonly Agreement[]): ShopEvent[] {
  const money = (amount: number): string => formatAmount(amount, order.currency, 'en');
  const excess = dispute.amount - sum(lost.map((l) => l.amount));
  const raise = (id: string, text: string): ShopEvent =>
    fact('attention.raised', { id: keyOf(id, dispute.id), what: 'dispute', orderId: order.id, text });
  return [
    ...(excess > 0
      ? [
          raise(
            'excess',
            `The bank took back ${money(dispute.amount)} of order ${order.number}, but only ${money(dispute.amount - excess)} of that payment was still there. The other ${money(excess)} had been given back or lost before. Ask the payment service for it.`,
          ),
        ]
      : []),
    ...(lost.some((l) => l.amount < l.left)
      ? [
          raise(
            'part',
            `The bank took back ${money(sum(lost.map((l) => l.amount)))} of a payment of order ${order.number}. Access stays open${going.length > 0 ? ' and payments go on' : ''}. End it by hand if that is not what you want.`,
          ),
        ]
      : []),
  ];
}

/** The agreements of an order, or those of the lines of one payment. */
const agreementsOf = (state: ShopState, order: Order, payment: Payment | null): Agreement[] =>
  (state.agreementsOfPerson.get(order.personId) ?? [])
    .map((id) => state.agreements.get(id))
    .filter((a) => a !== undefined)
    .filter((a) => a.orderId === order.id && (payment === null || lineOf(payment, a.lineId) !== undefined));

/** What the lines of a payment opened. */
const passesOfPayment = (state: ShopState, order: Order, payment: Payment): PassId[] =>
  order.passIds.filter((id) => {
    const cause = state.passes.get(id)?.cause;
    return cause?.kind === 'paid' && lineOf(payment, cause.lineId) !== undefined;
  });
