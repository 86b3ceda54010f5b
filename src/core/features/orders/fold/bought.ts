import type { Quote } from '#core/checkout';
import { cardPaysOf } from '#core/facts';
import type { Instant } from '#core/calendar';
import type { LineId, StepId } from '#core/ids';
import { type CreditPart, newPaymentLine, NONE, type Payment } from '#core/payments';

/** What the fact of an order, or of what was added to it, says of its payment. */
interface Paid extends Pick<Payment, 'orderId' | 'last4' | 'way' | 'receipt'> {
  paymentId: Payment['id'];
  chargeKey: Payment['key'];
  /** What unused days paid, by line. */
  credits: readonly { lineId: LineId; parts: readonly CreditPart[] }[];
}

/**
 * The payment that a paid quote comes to, line by line. A charge of nothing, without credit, makes none; histories
 * from before gave a number to those too, and go on having it.
 */
export function paymentBought(
  quote: Pick<Quote, 'lines' | 'buyer'>,
  { paymentId, chargeKey, orderId, last4, way, receipt, credits: used }: Paid,
  step: StepId | null,
  at: Instant,
): Payment | null {
  const cardPays = cardPaysOf(quote);
  const lines = quote.lines.map(({ lineId, dueToday, tax }, i) => {
    const amount = cardPays[i] ?? 0;
    const credits = used.find((u) => u.lineId === lineId)?.parts;
    return newPaymentLine({ lineId, amount, credit: dueToday - amount, ...(credits ? { credits } : {}), tax });
  });
  if (receipt === null && lines.every((line) => line.amount === 0 && line.credit === 0)) return null;
  return {
    id: paymentId,
    key: chargeKey,
    orderId,
    kind: step === null ? 'checkout' : 'offer',
    agreementId: null,
    step,
    at,
    last4,
    ...(way === undefined ? {} : { way }),
    receipt,
    buyer: quote.buyer ?? null,
    lines,
    openDisputes: NONE,
    dispute: null,
  };
}
