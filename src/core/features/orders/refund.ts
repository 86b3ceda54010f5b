import { type Agreement, agreementIdOf, isRunning, refundStop } from '#core/agreements';
import type { LineId, OrderId, PassId, PaymentId } from '#core/ids';
import { fact, type ShopEvent } from '#core/journal';
import { sum } from '#core/money';
import { refuse, type Refusal } from '#core/refusal';
import { endEvents } from '../agreements/closings';
import { livePasses, stillAsking } from '../agreements/common';
import { creditsNotReturned, hasPassedOn, returnOfCredits } from '../agreements/credit';
import { creditKept } from '../agreements/refundAgreement';
import { withoutStop } from '../agreements/goOn';
import type { Command, DecideContext, Decision } from '../../engine/command';
import type { RefundShare } from './commands';
import { documentNumber } from './documentNumber';
import { agreementsRefunded } from '../agreements/fold/foldStops';
import { feeTaken } from './fees';
import { keyOf } from '../../engine/ids';
import { areDaysTaken } from './fold/taken';
import {
  boughtBy,
  boughtWith,
  creditOf,
  type CreditPart,
  leftOf,
  type PaymentLine,
  takeCredit,
  taxOfBack,
  unitsLeft,
} from '#core/payments';
import { isPaymentDisputed, paidLinesOf, paidLinesOfAgreement } from './paidLines';
import type { Order, Refund } from './fold/state';
import type { ShopState } from '../../engine/state';

export interface RefundPlan {
  amount: number;
  currency: string;
  /** One refund for each payment, answered by itself. */
  parts: {
    paymentId: PaymentId;
    amount: number;
    shares: { lineId: LineId; amount: number; tax: number; units?: number | undefined }[];
    /** Passes that close when the money has gone back: those of lines given back in full. */
    closes: PassId[];
  }[];
  /** Of what unused days paid: it goes back to the payments that they came from, by line. */
  byCredit: { parts: CreditPart[]; closes: PassId[]; ends: Agreement | undefined }[];
  /** Everything that closes when all of it has gone back. */
  closes: PassId[];
}

/** What can still be refunded of a line that was bought, in minor units. */
export interface LineLeft {
  lineId: LineId;
  card: number;
  credits: CreditPart[];
}

/** What can still be refunded of each line of an order, before anything is done; disputed lines are left out. */
export function refundLeft(state: ShopState, order: Order): LineLeft[] {
  return boughtWith(order)
    .filter(({ openDisputes }) => openDisputes.length === 0)
    .flatMap(({ lines }) => lines)
    .map((line) => ({ lineId: line.lineId, card: leftOf(line), credits: creditsLeft(state, order, line) }));
}

/** Days that went on to pay for something else, when a subscription was switched or replaced, are not refunded here. */
function creditsLeft(state: ShopState, order: Order, { lineId, credits = [] }: PaymentLine): CreditPart[] {
  const a = agreementOf(state, order, lineId);
  return a && hasPassedOn(a.ended) ? [] : creditsNotReturned(state, credits);
}

/**
 * What a refund of what was bought would give back and close, before anything is done. Tax goes back in proportion to
 * all that is given back so far, so that parts never add up to more than the whole.
 * @param wanted minor units by line; units where a line was taken several times
 */
export function planRefund(state: ShopState, orderId: OrderId, wanted: readonly RefundShare[]): RefundPlan | Refusal {
  const order = state.orders.get(orderId);
  if (!order) return refuse('no-such-order');
  const lines = boughtWith(order).flatMap(({ id, lines: own }) => own.map((line) => ({ ...line, paymentId: id })));
  if (lines.every((line) => line.amount === 0 && line.credit === 0))
    return refuse('nothing-to-refund', { why: 'nothing-paid' });
  const parts: RefundPlan['parts'] = [];
  const byCredit: (RefundPlan['byCredit'][number] & { lineId: LineId })[] = [];
  const seen = new Set<LineId>();
  const touched: LineId[] = [];
  const full: LineId[] = [];
  const refunds = order.refundIds.flatMap((id) => state.refunds.get(id) ?? []);
  for (const { lineId, amount, units } of wanted) {
    const line = lines.find((l) => l.lineId === lineId);
    if (!line || !Number.isSafeInteger(amount) || amount < 0) return refuse('nothing-to-refund', { why: 'no-amount' });
    if (seen.has(lineId)) return refuse('nothing-to-refund', { why: 'twice' });
    seen.add(lineId);
    if (line.paymentId !== null && isPaymentDisputed(state, line.paymentId))
      return refuse('disputed', { at: 'refund' });
    const credits = creditsLeft(state, order, line);
    const cardLeft = leftOf(line);
    const most = cardLeft + creditOf(credits);
    if (amount > most)
      return most === 0 && line.reserved > 0
        ? refuse('refund-running', { of: 'order' })
        : refuse('too-much', { most, currency: order.currency });
    const bought = order.lines.find((l) => l.lineId === lineId);
    const mostUnits = bought ? unitsLeft(bought, refunds) : 0;
    if (units !== undefined && (!Number.isSafeInteger(units) || units < 1 || units > mostUnits))
      return refuse('too-many-units', { most: mostUnits });
    if (amount === 0) continue;
    touched.push(lineId);
    const byCard = Math.min(amount, cardLeft);
    const { paymentId } = line;
    if (byCard > 0 && paymentId !== null) {
      let part = parts.find((p) => p.paymentId === paymentId);
      if (!part) parts.push((part = { paymentId, amount: 0, shares: [], closes: [] }));
      part.amount += byCard;
      part.shares.push({
        lineId,
        amount: byCard,
        tax: taxOfBack(line, byCard),
        ...(units === undefined ? {} : { units }),
      });
    }
    if (amount > byCard)
      byCredit.push({ lineId, parts: takeCredit(credits, amount - byCard).used, closes: [], ends: undefined });
    if (amount === most) full.push(lineId);
  }
  const amount = sum(parts.map((part) => part.amount)) + sum(byCredit.map((part) => creditOf(part.parts)));
  if (amount === 0) return refuse('nothing-to-refund', { why: 'nothing' });
  const whole = full.filter((lineId) => wholeBut(state, order, lineId));
  const waits = (lineId: LineId, why: (a: Agreement) => boolean): boolean => {
    const a = agreementOf(state, order, lineId);
    return a !== undefined && why(a);
  };
  if (whole.some((lineId) => waits(lineId, (a) => a.unanswered !== null))) return stillAsking;
  if (touched.some((lineId) => waits(lineId, (a) => areDaysTaken(state, a)))) return stillAsking;
  for (const part of parts)
    part.closes = part.shares
      .filter(({ lineId }) => whole.includes(lineId))
      .flatMap(({ lineId }) => passesOfLine(state, order, lineId));
  const byCardToo = new Set(parts.flatMap(({ shares }) => shares.map(({ lineId }) => lineId)));
  for (const part of byCredit)
    // Where the card gives back too, its answer closes.
    if (whole.includes(part.lineId) && !byCardToo.has(part.lineId)) {
      part.closes = passesOfLine(state, order, part.lineId);
      const a = agreementOf(state, order, part.lineId);
      part.ends = a && isRunning(a) ? a : undefined;
    }
  const closes = [...parts, ...byCredit].flatMap((part) => part.closes);
  return { amount, currency: order.currency, parts, byCredit, closes };
}

const agreementOf = (state: ShopState, order: Order, lineId: LineId): Agreement | undefined =>
  state.agreements.get(agreementIdOf(order.id, lineId));

/** In full means every payment of the line: while a later one is kept, access stays. */
function wholeBut(state: ShopState, order: Order, lineId: LineId): boolean {
  const a = agreementOf(state, order, lineId);
  const own = boughtBy(order, lineId)?.id;
  return !a || paidLinesOfAgreement(state, a).every((p) => p.paymentId === own || leftOf(p) <= 0);
}

/** What a line opened itself and is not closed: what a switch opened belongs to the switch's agreement. */
const passesOfLine = (state: ShopState, order: Order, lineId: LineId): PassId[] =>
  order.passIds.filter((id) => {
    const pass = state.passes.get(id);
    if (!pass || pass.closed || pass.cause.kind !== 'paid' || pass.cause.lineId !== lineId) return false;
    return (pass.cause.agreementId ?? agreementIdOf(order.id, lineId)) === agreementIdOf(order.id, lineId);
  });

/** A refund is written down before the payment service is asked; what it closes is judged when it is answered. */
export function refund(
  state: ShopState,
  command: Extract<Command, { type: 'refund' }>,
  context: DecideContext,
): Decision {
  const plan = planRefund(state, command.orderId, command.shares);
  if ('refused' in plan) return plan;
  return {
    events: [
      ...plan.parts.map((part) =>
        fact('refund.requested', {
          refundId: context.ids.next('r'),
          orderId: command.orderId,
          currency: plan.currency,
          reason: command.reason,
          ...part,
        }),
      ),
      // Where no card has to be asked, a subscription ends at once, and closes what it opened.
      ...plan.byCredit.flatMap(({ parts, closes, ends }) => [
        ...(ends ? endEvents(state, ends, 'refunded', 'refund', null, context) : []),
        ...returnOfCredits(parts, plan.currency, context, ends ? [] : closes),
      ]),
    ],
  };
}

/**
 * The payment service answered about money that goes back. Whether a line was given back in full is judged now, from
 * its numbers: it closes what it opened, and ends its agreement. One that goes on asks for what fell due meanwhile.
 */
export function answerRefund(
  state: ShopState,
  { refundId, answer }: Extract<Command, { type: 'answer-refund' }>,
  context: DecideContext,
): Decision {
  const asked = state.refunds.get(refundId);
  if (!asked || asked.status !== 'asked') return refuse('nothing-to-do', { why: 'answered' });
  const order = state.orders.get(asked.orderId);
  const touched = asked.ofCredit === undefined ? agreementsRefunded(state, asked) : [];
  const paid = answer.status === 'paid';
  const lines = order && paid && asked.ofCredit === undefined ? linesWhole(state, order, asked) : [];
  const isWhole = (a: Agreement): boolean =>
    paid && creditOf(creditKept(state, a)) === 0 && paidLinesOfAgreement(state, a).every((p) => nothingKept(p, asked));
  const isEnding = (a: Agreement): boolean => paid && isRunning(a) && (asked.ends === true || isWhole(a));
  const going = touched
    .filter((a) => isRunning(a) && !isEnding(a))
    .flatMap((a) => withoutStop(state, a, refundStop(refundId), context.now, context).events);
  if (!paid) return { events: [fact('refund.refused', { refundId, reason: answer.reason }), ...going] };
  const ending = touched.filter(isEnding);
  const closes = new Set([
    ...asked.closes,
    ...touched.filter((a) => isWhole(a) || isEnding(a)).flatMap((a) => livePasses(state, a)),
    ...(order ? lines.flatMap((lineId) => passesOfLine(state, order, lineId)) : []),
  ]);
  return {
    events: [
      fact('refund.paid', { refundId, creditNote: creditNoteOf(state, asked) }),
      ...feeTaken('refund', refundId, answer.fee),
      ...ending.flatMap((a) => endEvents(state, a, 'refunded', null, null, context)),
      ...[...closes]
        .filter((id) => !state.passes.get(id)?.closed)
        .map((passId): ShopEvent => fact('pass.closed', { passId, why: 'refund', dueAt: null })),
      ...going,
      fact('mail.due', {
        key: keyOf('refunded', refundId),
        mail: 'refund',
        orderId: asked.orderId,
        personId: order?.personId ?? '',
        refundId,
        step: null,
      }),
    ],
  };
}

// Left-over credit has its credit note already.
const creditNoteOf = (state: ShopState, { ofCredit }: Refund): string =>
  ofCredit === undefined
    ? documentNumber('C', state.counts.creditNotes)
    : (state.credits.get(ofCredit)?.creditNote ?? '');

/** Whether a payment is given back or lost to the last cent once this refund is. */
function nothingKept(
  line: { lineId: LineId; paymentId: string; amount: number; givenBack: number; lost: number },
  { paymentId, shares }: Refund,
): boolean {
  const now =
    line.paymentId === paymentId ? sum(shares.filter((s) => s.lineId === line.lineId).map((s) => s.amount)) : 0;
  return line.amount - line.givenBack - line.lost - now <= 0;
}

/** The order's lines without an agreement that are given back in full by it. */
const linesWhole = (state: ShopState, order: Order, asked: Refund): LineId[] =>
  paidLinesOf(state, asked.paymentId)
    .filter((line) => !agreementOf(state, order, line.lineId) && asked.shares.some((s) => s.lineId === line.lineId))
    .filter((line) => nothingKept(line, asked) && creditOf(creditsLeft(state, order, line)) === 0)
    .map((line) => line.lineId);
