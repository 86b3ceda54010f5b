import { mulDiv, sum } from '#core/money';
import { agreementIdOf, isRunning } from '#core/agreements';
import { fact, type ShopEvent } from '#core/journal';
import { endEvents } from '../agreements/closings';
import { refuse, type Refusal } from '#core/refusal';
import type { AgreementId, LineId, OrderId } from '#core/ids';
import type { Command, DecideContext, Decision } from '../command';
import { stillRefundable } from '../orderStatus';
import type { Order, ShopState } from '../state';
import { documentNumber } from '../documentNumber';
import { keyOf } from '../ids';

export interface RefundPlan {
  amount: number;
  currency: string;
  shares: { lineId: LineId; amount: number; tax: number }[];
  /** Passes that close when the money has gone back: those of lines given back in full. */
  closes: string[];
  /** The payment plan or subscription that ends with it. */
  agreementId?: AgreementId;
  ends?: boolean;
}

type Wanted = readonly { lineId: LineId; amount: number }[];

/**
 * What a refund would give back and close, before anything is done. Tax goes back in proportion to all that is
 * given back so far: round(T × back ÷ paid) − tax already back, so that parts never add up to more than the whole.
 * @param wanted minor units by line
 */
export function planRefund(state: ShopState, orderId: OrderId, wanted: Wanted): RefundPlan | Refusal {
  const order = state.orders.get(orderId);
  if (!order) return refuse('no-such-order');
  const blocked = whyNotNow(state, order);
  if (blocked) return blocked;
  const shares: RefundPlan['shares'] = [];
  const fullLines = new Set<string>();
  for (const { lineId, amount } of wanted) {
    const line = order.lines.find((l) => l.lineId === lineId);
    if (!line || !Number.isSafeInteger(amount) || amount < 0) return refuse('nothing-to-refund', { why: 'no-amount' });
    if (shares.some((s) => s.lineId === lineId)) return refuse('nothing-to-refund', { why: 'twice' });
    const most = stillRefundable(line);
    if (amount > most) return refuse('too-much', { most, currency: order.currency });
    if (amount === 0) continue;
    const back = line.givenBack + amount;
    shares.push({ lineId, amount, tax: mulDiv(line.tax, back, line.paid) - line.taxBack });
    if (amount === most) fullLines.add(lineId);
  }
  const amount = sum(shares.map((s) => s.amount));
  if (amount === 0) return refuse('nothing-to-refund', { why: 'nothing' });
  const agreement = [...fullLines]
    .map((lineId) => state.agreements.get(agreementIdOf(orderId, lineId)))
    .find((a) => a !== undefined);
  // In full means every payment of the line: while a later one is kept, access stays.
  const whole = (lineId: LineId): boolean =>
    state.agreements
      .get(agreementIdOf(orderId, lineId))
      ?.payments.every((p) => stillRefundable({ ...p, paid: p.amount }) <= 0) ?? true;
  const closes = order.passIds.filter((id) => {
    const pass = state.passes.get(id);
    return (
      pass && !pass.closed && pass.cause.kind === 'paid' && fullLines.has(pass.cause.lineId) && whole(pass.cause.lineId)
    );
  });
  return {
    amount,
    currency: order.currency,
    shares,
    closes,
    ...(agreement && whole(agreement.lineId) ? { agreementId: agreement.id, ends: true } : {}),
  };
}

function whyNotNow(state: ShopState, order: Order): Refusal | null {
  if (order.paymentId === null) return refuse('nothing-to-refund', { why: 'nothing-paid' });
  if (order.dispute === 'open') return refuse('disputed', { at: 'refund' });
  if (order.refundIds.some((id) => state.refunds.get(id)?.status === 'asked'))
    return refuse('refund-running', { of: 'order' });
  return null;
}

/** A refund is written down before the payment service is asked; the money's answer closes what it closes. */
export function refund(
  state: ShopState,
  command: Extract<Command, { type: 'refund' }>,
  { ids }: DecideContext,
): Decision {
  const plan = planRefund(state, command.orderId, command.shares);
  if ('refused' in plan) return plan;
  const paymentId = state.orders.get(command.orderId)?.paymentId ?? '';
  return {
    events: [
      fact('refund.requested', {
        refundId: ids.next('r'),
        orderId: command.orderId,
        paymentId,
        ...plan,
        reason: command.reason,
      }),
    ],
  };
}

export function answerRefund(
  state: ShopState,
  { refundId, answer }: Extract<Command, { type: 'answer-refund' }>,
  context: DecideContext,
): Decision {
  const asked = state.refunds.get(refundId);
  if (!asked || asked.status !== 'asked') return refuse('nothing-to-do', { why: 'answered' });
  if (answer.status === 'refused') return { events: [fact('refund.refused', { refundId, reason: answer.reason })] };
  const closes = asked.closes
    .filter((id) => !state.passes.get(id)?.closed)
    .map((passId): ShopEvent => fact('pass.closed', { passId, why: 'refund', dueAt: null }));
  const personId = state.orders.get(asked.orderId)?.personId ?? '';
  const ending = asked.ends && asked.agreementId !== undefined ? state.agreements.get(asked.agreementId) : undefined;
  const ends = ending && isRunning(ending) ? endEvents(state, ending, 'refunded', null, null, context) : [];
  // Left-over credit has its credit note already.
  const creditNote =
    asked.ofCredit === undefined
      ? documentNumber('C', state.counts.creditNotes)
      : (state.credits.get(asked.ofCredit)?.creditNote ?? '');
  return {
    events: [
      fact('refund.paid', { refundId, creditNote }),
      ...ends,
      ...closes,
      fact('mail.due', {
        key: keyOf('refunded', refundId),
        mail: 'refund',
        orderId: asked.orderId,
        personId,
        refundId,
      }),
    ],
  };
}
