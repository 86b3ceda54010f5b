import { cardPaysOf, type Quote } from '#core/checkout';
import { newPaymentLine, NONE, type Payment } from '#core/payments';

/**
 * The payment that a paid quote comes to, line by line. A charge of nothing, without credit, makes none; histories
 * from before gave a number to those too, and go on having it.
 */
export function paymentBought(
  quote: Pick<Quote, 'lines' | 'replaces' | 'buyer'>,
  facts: Pick<Payment, 'id' | 'key' | 'orderId' | 'step' | 'at' | 'last4' | 'receipt'>,
): Payment | null {
  const cardPays = cardPaysOf(quote);
  const lines = quote.lines.map(({ lineId, dueToday, tax }, i) => {
    const amount = cardPays[i] ?? 0;
    return newPaymentLine({ lineId, amount, credit: dueToday - amount, tax });
  });
  if (facts.receipt === null && lines.every((line) => line.amount === 0 && line.credit === 0)) return null;
  return {
    ...facts,
    kind: facts.step === null ? 'checkout' : 'offer',
    agreementId: null,
    buyer: quote.buyer ?? null,
    lines,
    openDisputes: NONE,
    dispute: null,
  };
}
