import type { AgreementPayment } from '#core/agreements';
import type { Instant } from '#core/calendar';
import { creditNoteDocument, type DocumentPaper, laterReceiptDocument, receiptDocument } from '#core/messages';
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
  const agreements = (state.agreementsOfPerson.get(personId) ?? []).flatMap((id) => state.agreements.get(id) ?? []);
  const orders = (state.ordersOfPerson.get(personId) ?? []).flatMap((id) => state.orders.get(id) ?? []);
  // An invoice goes on naming the VAT number it was made with.
  const buyerOf = (order: Order, payment?: AgreementPayment) => ({
    ...record,
    vatNumber: record.vatNumbers?.[payment?.buyer?.numberKey ?? order.checkoutId],
  });
  for (const order of orders) {
    // A paper stays in the language its order was made in, whoever reads it.
    const setting = { shop, real, locale: order.language ?? shop.locale };
    if (order.receipt === number) return { paper: receiptDocument(setting, order, buyerOf(order)), at: order.at };
    const later = agreements
      .filter((a) => a.orderId === order.id)
      .flatMap((a) => a.payments.map((payment) => ({ a, payment })));
    const found = later.find(({ payment }) => payment.receipt === number);
    if (found)
      return {
        paper: laterReceiptDocument(setting, order, found.a, found.payment, buyerOf(order, found.payment)),
        at: found.payment.at,
      };
    const refund = order.refundIds.flatMap((id) => state.refunds.get(id) ?? []).find((r) => r.creditNote === number);
    const credit = [...state.credits.values()].find((c) => c.orderId === order.id && c.creditNote === number);
    const back = refund ?? (credit && { ...credit, shares: [credit] });
    if (back) {
      const against = later.find(({ payment }) => payment.paymentId === back.paymentId);
      return {
        paper: creditNoteDocument(setting, order, back, against?.payment ?? order, buyerOf(order, against?.payment)),
        at: back.at,
      };
    }
  }
  return null;
}
