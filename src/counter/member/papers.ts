import type { Instant } from '#core/calendar';
import { creditNoteDocument, type DocumentPaper, receiptDocument } from '#core/messages';
import { nameAt } from '#core/people';
import type { Payment } from '#core/payments';
import type { Order } from '#core/shop';
import type { PersonId } from '#core/ids';
import type { Reading } from '../shared/reading';

/** A paper among a person's own by its number, with the moment it was made; null when there is none. */
export function paperOf(
  { state, shop, person }: Reading,
  real: boolean,
  personId: PersonId,
  number: string,
): { paper: DocumentPaper; at: Instant } | null {
  const record = person(personId);
  if (!record) return null;
  const orders = (state.ordersOfPerson.get(personId) ?? []).flatMap((id) => state.orders.get(id) ?? []);
  // An invoice goes on naming the VAT number it was made with.
  const buyerOf = (order: Order, payment: Payment | undefined) => ({
    address: record.address,
    name: nameAt(record, order.checkoutId),
    vatNumber: record.vatNumbers?.[payment?.buyer?.numberKey ?? order.checkoutId],
  });
  for (const order of orders) {
    // A paper stays in the language its order was made in, whoever reads it.
    const setting = { shop, real, locale: order.language ?? shop.locale };
    const payment = order.payments.find(({ receipt }) => receipt === number);
    if (payment) {
      const agreement = state.agreements.get(payment.agreementId ?? '') ?? null;
      return {
        paper: receiptDocument(setting, order, payment, agreement, buyerOf(order, payment)),
        at: payment.at,
      };
    }
    const refund = order.refundIds.flatMap((id) => state.refunds.get(id) ?? []).find((r) => r.creditNote === number);
    const credit = [...state.credits.values()].find((c) => c.orderId === order.id && c.creditNote === number);
    const back = refund ?? (credit && { ...credit, shares: [credit] });
    if (back) {
      const against = order.payments.find(({ id }) => id === back.paymentId);
      return {
        paper: creditNoteDocument(
          setting,
          order,
          back,
          against ?? { receipt: null, last4: null },
          buyerOf(order, against),
        ),
        at: back.at,
      };
    }
  }
  return null;
}
