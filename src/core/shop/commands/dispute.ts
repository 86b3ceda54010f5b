import { refuse } from '#core/refusal';
import { type Agreement, daysLeft, isRunning } from '#core/agreements';
import type { Instant } from '#core/calendar';
import { fact, type ShopEvent } from '#core/journal';
import type { LineId, PaymentId } from '#core/ids';
import { closeAll, holdAll, releaseAll, shopOf } from '../agreements/common';
import { endEvents } from '../agreements/closings';
import { backEvents } from '../agreements/pause';
import type { Command, DecideContext, Decision } from '../command';
import { stillRefundable } from '../orderStatus';
import type { Dispute, Order, ShopState } from '../state';

/** A bank disputes a payment: every line of it is touched, its passes are on hold, and nothing more falls due until it is decided. */
export function openDispute(state: ShopState, command: Extract<Command, { type: 'open-dispute' }>): Decision {
  const { disputeId, paymentId, amount, answerBy } = command;
  const agreementId = state.agreementOfPayment.get(paymentId);
  const later = agreementId === undefined ? undefined : state.agreements.get(agreementId);
  const order = state.orders.get(later?.orderId ?? state.orderOfPayment.get(paymentId) ?? '');
  if (!order) return refuse('no-such-payment', { what: 'disputed-payment' });
  if (state.disputes.has(disputeId)) return known;
  const touched = (later ? [later] : agreementsOf(state, order)).filter(isRunning);
  const holds = later
    ? holdAll(state, later, 'dispute')
    : openPasses(state, order).map((passId): ShopEvent => fact('pass.held', { passId, why: 'dispute' }));
  // One that is disputed already stays suspended from when that began.
  const suspended = touched
    .filter((a) => a.dispute === null)
    .map((a): ShopEvent => fact('agreement.suspended', { agreementId: a.id, disputeId }));
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
      ...suspended,
      ...holds,
    ],
  };
}

/** The bank has decided. What another open dispute is about too stays on hold until that is decided. Won: as before, and dues that were missed count as in a pause. Lost: what was not yet given back is lost, agreements end, passes close. */
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
  const touched = [...state.agreements.values()].filter(
    (a) => a.dispute !== null && isAbout(dispute, a) && isRunning(a),
  );
  const others = [...state.disputes.values()].filter((d) => d.status === 'open' && d.id !== disputeId);
  const closed = (lost: { lineId: LineId; amount: number; tax: number }[]): ShopEvent =>
    fact('dispute.closed', {
      disputeId,
      orderId: order.id,
      won,
      lost,
      ...(later ? { agreementId: later.id } : {}),
      ...(dispute.paymentId === undefined ? {} : { paymentId: dispute.paymentId }),
    });
  if (won) {
    const undisputed = touched.filter((a) => !others.some((d) => isAbout(d, a)));
    const back = undisputed.flatMap((a): ShopEvent[] =>
      a.next === null && a.owed.length === 0
        ? [fact('agreement.cleared', { agreementId: a.id })]
        : backEvents(state, a, {
            returned: context.now,
            leftDays:
              a.owed.length > 0 || !a.next ? 0 : daysLeft(a.next.at, suspendedSince(state, a) ?? dispute.at, a.zone),
            why: 'dispute',
            noticeAt: null,
            shop: shopOf(context),
          }).events,
    );
    const held = new Set(others.flatMap((d) => passesAbout(state, d)));
    const own = new Set(back.flatMap((e) => (e.type === 'pass.released' ? [e.data.passId] : [])));
    const released = (
      later
        ? releaseAll(state, later, 'dispute')
        : openPasses(state, order).map((passId): ShopEvent => fact('pass.released', { passId }))
    ).filter((e) => e.type !== 'pass.released' || !(own.has(e.data.passId) || held.has(e.data.passId)));
    return { events: [closed([]), ...back, ...released] };
  }
  const lost = later
    ? lostOf(later, dispute.paymentId ?? '')
    : order.lines
        .map((line) => ({ lineId: line.lineId, amount: stillRefundable(line), tax: line.tax - line.taxBack }))
        .filter((share) => share.amount > 0);
  const passes = later
    ? closeAll(state, later, 'dispute-lost', null)
    : openPasses(state, order).map((passId): ShopEvent =>
        fact('pass.closed', { passId, why: 'dispute-lost', dueAt: null }),
      );
  return {
    events: [
      closed(lost),
      ...touched.flatMap((a) => endEvents(state, a, 'dispute-lost', null, null, context)),
      ...passes,
    ],
  };
}

/** Whether a dispute is about an agreement: about one of its later payments, or about the order that it came of. */
const isAbout = (dispute: Dispute, a: Agreement): boolean =>
  dispute.agreementId === undefined ? a.orderId === dispute.orderId : a.id === dispute.agreementId;

const passesAbout = (state: ShopState, dispute: Dispute): readonly string[] =>
  (dispute.agreementId === undefined ? state.orders.get(dispute.orderId) : state.agreements.get(dispute.agreementId))
    ?.passIds ?? [];

/** When the dispute began that an agreement is suspended by. */
const suspendedSince = (state: ShopState, a: Agreement): Instant | undefined =>
  a.dispute === null ? undefined : state.disputes.get(a.dispute)?.at;

function lostOf(a: Agreement, paymentId: PaymentId): { lineId: LineId; amount: number; tax: number }[] {
  const payment = a.payments.find((p) => p.paymentId === paymentId);
  const amount = payment ? payment.amount - payment.givenBack - payment.lost : 0;
  return payment && amount > 0 ? [{ lineId: a.lineId, amount, tax: payment.tax - payment.taxBack }] : [];
}

const known: Decision = refuse('nothing-to-do', { why: 'recorded' });
const openPasses = (state: ShopState, order: Order): string[] =>
  order.passIds.filter((id) => !state.passes.get(id)?.closed);
const agreementsOf = (state: ShopState, order: Order): Agreement[] =>
  (state.agreementsOfPerson.get(order.personId) ?? [])
    .map((id) => state.agreements.get(id))
    .filter((a) => a !== undefined)
    .filter((a) => a.orderId === order.id);
