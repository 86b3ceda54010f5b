import type { Instant } from '#core/calendar';
import type { Quote } from '#core/checkout';
import type { ShopEvent } from '#core/journal';
import type { Pass } from '#core/passes';
import { accessEnds, accessOf } from '#core/terms';
import type { ShopState } from './state';

interface Success {
  orderId: string;
  checkoutId: string;
  personId: string;
  quote: Quote;
  opens: readonly Pass[];
  paymentId: string | null;
  last4: string | null;
}

/**
 * Everything that follows inside the shop when money has come (or none was due): order, document number,
 * passes, receipt. One batch, so that nothing is paid without its access. Passes begin at the moment of success.
 */
export function successEvents(state: ShopState, success: Success, now: Instant): ShopEvent[] {
  const { orderId, personId } = success;
  const order: ShopEvent = {
    type: 'order.paid', v: 1,
    data: {
      orderId, number: 1001 + state.counts.orders, checkoutId: success.checkoutId, personId, quote: success.quote,
      paymentId: success.paymentId, last4: success.last4, receipt: documentNumber('R', state.counts.receipts),
    },
  };
  const passes = success.opens.map((pass): ShopEvent => ({ type: 'pass.opened', v: 1, data: { pass: { ...pass, from: now, until: untilOf(success.quote, pass, now) } } }));
  const mail: ShopEvent = { type: 'mail.due', v: 1, data: { key: `receipt-${orderId}`, mail: 'receipt', orderId, personId, refundId: null } };
  return [order, ...passes, mail];
}

// The days of access count from the moment of success, which may come after the moment the card was asked.
function untilOf(quote: Quote, pass: Pass, now: Instant): Instant | null {
  const { cause } = pass;
  const line = cause.kind === 'paid' ? quote.lines.find((l) => l.lineId === cause.lineId) : undefined;
  return line ? accessEnds(accessOf(line.terms), now, quote.zone) : pass.until;
}

/** The next number of a series without gaps: "R-00001". `issued` is how many were given out before. */
export const documentNumber = (series: 'R' | 'C', issued: number): string => `${series}-${String(issued + 1).padStart(5, '0')}`;
