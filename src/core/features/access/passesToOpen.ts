import type { Instant } from '#core/calendar';
import type { Product } from '#core/catalogue';
import { type Quote, type QuoteLine, quantityOf } from '#core/checkout';
import type { OrderId, PersonId, ProductId } from '#core/ids';
import type { PassSeed } from '#core/passes';
import { accessUntil, isLasting } from '#core/terms';
import { agreementBegunBy } from '../agreements';
import { sessionsOf } from '../booking/promised';
import { waitsOf } from '../fulfilment/tasks';

/**
 * What success will open: one pass for each product of each line, however many of it were taken; each brings its
 * sessions and seats.
 */
export function passesToOpen(
  quote: Quote,
  products: readonly Product[],
  who: { personId: PersonId; orderId: OrderId; now: Instant },
  next: (prefix: string) => string,
): PassSeed[] {
  return quote.lines.flatMap((line) => {
    const agreementId = agreementBegunBy(who.orderId, line);
    return line.productIds.map((productId): PassSeed => ({
      id: next('p'),
      personId: who.personId,
      productId,
      cause: {
        kind: 'paid',
        orderId: who.orderId,
        lineId: line.lineId,
        ...(agreementId === undefined ? {} : { agreementId }),
      },
      from: who.now,
      until: accessUntil(line.terms, who.now, quote.zone),
      ...sessionsOf(products, productId, line.quantity),
      ...seatsOf(line, productId),
      ...waitsFor(line, products, productId),
    }));
  });
}

/**
 * What has to be done by hand for it. Parcels that each payment brings come with payments: in a trial nothing is sent.
 */
function waitsFor(line: QuoteLine, products: readonly Product[], productId: ProductId): ReturnType<typeof waitsOf> {
  const waits = waitsOf(products, productId, line.quantity);
  if (waits?.waits?.for !== 'sending' || !line.sending?.each) return waits;
  const { parcels } = line.sending.each;
  return isLasting(line.terms) && line.terms.trial ? undefined : { waits: { for: 'sending', units: parcels } };
}

/** The seats that a line takes of one product, as a part of its pass. */
function seatsOf(line: QuoteLine, productId: ProductId): Pick<PassSeed, 'seats'> {
  const at = line.seats?.filter((seat) => seat.productId === productId) ?? [];
  return at.length > 0 ? { seats: { units: quantityOf(line), at } } : {};
}
