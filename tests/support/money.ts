import type { Agreement } from '#core/agreements';
import { lineBought } from '#core/payments';
import type { Order } from '#core/shop';

/** Later payments of an agreement, each with the one line it has. */
export const later = ({ payments }: Pick<Agreement, 'payments'>) =>
  payments.map(({ lines, id, ...payment }) => {
    const [line] = lines;
    if (!line || lines.length > 1) throw new Error('a later payment has one line');
    return { ...payment, ...line, paymentId: id };
  });

/** An order with what the card paid of each line on the day of purchase, and its first payment. */
export const bought = (order: Pick<Order, 'lines' | 'payments'>) => {
  const [first] = order.payments;
  return {
    lines: order.lines.map((line) => {
      const { amount, tax, givenBack, taxBack, reserved, lost } = lineBought(order, line.lineId);
      return {
        ...line,
        paid: amount,
        tax: order.payments.length === 0 ? line.tax : tax,
        givenBack,
        taxBack,
        reserved,
        lost,
      };
    }),
    paymentId: first?.id ?? null,
    receipt: first?.receipt ?? null,
    dispute: first?.dispute ?? null,
  };
};
