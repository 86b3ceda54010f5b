import { type Agreement, disputeStop, isRunning, movesDates } from '#core/agreements';
import type { Instant } from '#core/calendar';
import type { LineId, OrderId, PassId, PaymentId } from '#core/ids';
import { fact, type ShopEvent } from '#core/journal';
import { allocate, formatAmount, sum } from '#core/money';
import { disputeHold } from '#core/passes';
import { refuse } from '#core/refusal';
import { holdAll, releaseAll } from '../agreements/common';
import { endEvents } from '../agreements/closings';
import { accessWaits, withoutStop } from '../agreements/goOn';
import type { Command, DecideContext, Decision } from '../../engine/command';
import { openPassesOfLine } from '../booking/falling';
import { feeTaken } from './fees';
import { keyOf } from '../../engine/ids';
import { leftOf, lineOf, type Payment, taxOfBack, creditOf } from '#core/payments';
import { type PaidLine, paidLinesOf } from './paidLines';
import type { Dispute, Order } from './fold/state';
import type { ShopState } from '../../engine/state';

const known: Decision = refuse('nothing-to-do', { why: 'recorded' });

/**
 * A bank disputes a payment: what its money pays for now is touched, its passes are on hold, and nothing more falls due
 * until it is decided. That is what its lines began and opened themselves, while that stands, and what is paid by credit
 * from it; what else a switch began since is paid by other money.
 */
export function openDispute(state: ShopState, command: Extract<Command, { type: 'open-dispute' }>): Decision {
  const { disputeId, paymentId, amount, answerBy, fee } = command;
  const payment = state.payments.get(paymentId);
  const later = payment?.agreementId == null ? undefined : state.agreements.get(payment.agreementId);
  const order = state.orders.get(payment?.orderId ?? '');
  if (!payment || !order) return refuse('no-such-payment', { what: 'disputed-payment' });
  if (state.disputes.has(disputeId)) return known;
  const touched = paidByNow(state, order, payment);
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
      ...feeTaken('dispute', disputeId, fee),
      ...touched.map((a): ShopEvent => fact('agreement.suspended', { agreementId: a.id, disputeId, paymentId })),
      ...touched.filter(({ next }) => next !== null).flatMap((a) => accessWaits(state, a)),
      ...holdAll(state, { passIds: passesPaidBy(state, order, payment, touched) }, disputeHold(disputeId)),
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
  { disputeId, won, fee }: Extract<Command, { type: 'close-dispute' }>,
  context: DecideContext,
): Decision {
  const dispute = state.disputes.get(disputeId);
  const order = dispute ? state.orders.get(dispute.orderId) : undefined;
  if (!dispute || !order) return refuse('no-such-payment', { what: 'dispute' });
  if (dispute.status !== 'open') return known;
  const later = dispute.agreementId === undefined ? undefined : state.agreements.get(dispute.agreementId);
  // What came of a switch in the meantime is stopped by it too.
  const touched = agreementsOfPerson(state, order).filter((a) => isStoppedBy(a, dispute));
  const payment = state.payments.get(dispute.paymentId);
  const lost = won ? [] : lostOf(paidLinesOf(state, dispute.paymentId), dispute.amount);
  const whole = new Set(lost.filter((l) => l.amount === l.left).map((l) => l.lineId));
  const isOwn = (a: Agreement): boolean => payment !== undefined && isOwnOf(a, order, payment);
  // What it paid for by credit ends where that paid for all of it, and goes on where other money paid for some.
  const ends = (a: Agreement): boolean =>
    !won && (isOwn(a) ? whole.has(a.lineId) : a.period !== null && creditFrom(a, dispute.paymentId) >= a.period.amount);
  const ending = touched.filter(ends);
  const going = touched.filter((a) => !ends(a));
  const gone = new Set(ending.flatMap((a) => a.passIds));
  const own = payment ? passesPaidBy(state, order, payment, touched) : [];
  const passes = [...new Set([...(later ? [later] : []), ...touched].flatMap((a) => a.passIds).concat(own))];
  const byCreditAlone = new Set(
    won ? [] : openedByCredit(state, order, dispute.paymentId).flatMap(({ passId, alone }) => (alone ? passId : [])),
  );
  const closing = passes.filter(
    (id) =>
      !state.passes.get(id)?.closed &&
      (gone.has(id) || byCreditAlone.has(id) || closesWith(state, id, order.id, whole)),
  );
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
      ...feeTaken('dispute', disputeId, fee),
      ...going.flatMap((a) => cleared(state, a, dispute, context)),
      ...releaseAll(state, { passIds: staying }, disputeHold(disputeId)),
      ...ending.flatMap((a) => endEvents(state, a, 'dispute-lost', null, null, context)),
      ...closing.map((passId): ShopEvent => fact('pass.closed', { passId, why: 'dispute-lost', dueAt: null })),
      ...(won ? [] : asked(dispute, order, lost, going)),
    ],
  };
}

const isStoppedBy = (a: Agreement, { id }: Dispute): boolean => a.stops.some(({ why }) => why === disputeStop(id));

function cleared(state: ShopState, a: Agreement, { id, at }: Dispute, context: DecideContext): ShopEvent[] {
  const why = disputeStop(id);
  const since: Instant = a.stops.find((stop) => stop.why === why)?.since ?? at;
  return [
    fact('agreement.cleared', {
      agreementId: a.id,
      disputeId: id,
      missed: movesDates({ why, since }, a.next?.at ?? null, context.now),
    }),
    ...withoutStop(state, a, why, context.now, context).events,
  ];
}

/** What a line of the disputed order opened that ends with the dispute, and no agreement that goes on. */
function closesWith(state: ShopState, passId: PassId, orderId: OrderId, ends: ReadonlySet<LineId>): boolean {
  const cause = state.passes.get(passId)?.cause;
  // Lines are named within their order: another order's line may have the same name.
  if (cause?.kind !== 'paid' || cause.orderId !== orderId || !ends.has(cause.lineId)) return false;
  const a = cause.agreementId === undefined ? undefined : state.agreements.get(cause.agreementId);
  return !a || a.from === null;
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
      tax: taxOfBack(line, shares[i] ?? 0),
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
            `The bank took back ${money(dispute.amount)} of order ${order.number}, but only ${money(dispute.amount - excess)} of that payment was still there. The other ${money(excess)} had been refunded or lost before. Ask the payment service for it.`,
          ),
        ]
      : []),
    ...(lost.length > 0 && (going.length > 0 || lost.some((l) => l.amount < l.left))
      ? [
          raise(
            'part',
            `The bank took back ${money(sum(lost.map((l) => l.amount)))} of a payment of order ${order.number}. Access stays open${going.length > 0 ? ' and payments go on' : ''}. End it by hand if that is not what you want.`,
          ),
        ]
      : []),
  ];
}

/** Every agreement of whoever pays for an order. */
const agreementsOfPerson = (state: ShopState, { personId }: Pick<Order, 'personId'>): Agreement[] =>
  (state.agreementsOfPerson.get(personId) ?? []).flatMap((id) => state.agreements.get(id) ?? []);

/** Whether a payment is one of an agreement's own: a due of it, or what was paid when its line was bought. */
const isOwnOf = (a: Agreement, order: Pick<Order, 'id'>, payment: Payment): boolean =>
  payment.agreementId === null
    ? a.orderId === order.id && a.from === null && lineOf(payment, a.lineId) !== undefined
    : a.id === payment.agreementId;

/** How much of a payment's money pays for an agreement by credit: for its running period, or for dues that are to come. */
const creditFrom = (a: Agreement, paymentId: PaymentId): number =>
  creditOf([...(a.period?.credits ?? []), ...a.credits].filter((part) => part.paymentId === paymentId));

/** The agreements that a payment's money pays for now. */
const paidByNow = (state: ShopState, order: Order, payment: Payment): Agreement[] =>
  agreementsOfPerson(state, order).filter(
    (a) => isRunning(a) && (isOwnOf(a, order, payment) || (payment.id !== null && creditFrom(a, payment.id) > 0)),
  );

/** What opens by a payment's money: what its lines opened themselves, and what the agreements opened that it pays for. */
function passesPaidBy(state: ShopState, order: Order, payment: Payment, touched: readonly Agreement[]): PassId[] {
  const own = order.passIds.filter((id) => {
    const cause = state.passes.get(id)?.cause;
    if (cause?.kind !== 'paid' || lineOf(payment, cause.lineId) === undefined) return false;
    const a = cause.agreementId === undefined ? undefined : state.agreements.get(cause.agreementId);
    return !a || isOwnOf(a, order, payment);
  });
  const byCredit = payment.id === null ? [] : openedByCredit(state, order, payment.id).map(({ passId }) => passId);
  return [...new Set([...own, ...touched.flatMap((a) => a.passIds), ...byCredit])];
}

/**
 * What was bought once and paid by credit from a payment, also in other orders of the same buyer: its open passes, and
 * whether that credit alone paid for it.
 */
const openedByCredit = (
  state: ShopState,
  { personId }: Pick<Order, 'personId'>,
  paymentId: PaymentId,
): { passId: PassId; alone: boolean }[] =>
  (state.ordersOfPerson.get(personId) ?? [])
    .flatMap((id) => state.orders.get(id) ?? [])
    .flatMap((order) =>
      order.payments.flatMap(({ agreementId, lines }) =>
        // What an agreement pays with stands with the agreement.
        agreementId !== null
          ? []
          : lines.flatMap((line) => {
              const credit = creditOf((line.credits ?? []).filter((part) => part.paymentId === paymentId));
              if (credit === 0) return [];
              return openPassesOfLine(state, order.id, line.lineId).flatMap(({ id, cause }) =>
                cause.kind === 'paid' && cause.agreementId === undefined
                  ? { passId: id, alone: credit >= line.amount + line.credit }
                  : [],
              );
            }),
      ),
    );
