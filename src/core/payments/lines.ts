import type { LineId } from '#core/ids';
import { mulDiv, sum } from '#core/money';
import type { OwedDue, Payment, PaymentLine } from './payment';

/** What most payments have of most lists: one for all of them, for a history holds very many. */
export const NONE: readonly never[] = [];

/** A line of a payment as it begins. */
export const newPaymentLine = (
  line: Pick<PaymentLine, 'lineId' | 'amount' | 'credit' | 'credits' | 'tax'> & { dues?: readonly OwedDue[] },
): PaymentLine => ({
  dues: line.dues ?? NONE,
  lineId: line.lineId,
  amount: line.amount,
  credit: line.credit,
  ...(line.credits ? { credits: line.credits } : {}),
  tax: line.tax,
  givenBack: 0,
  taxBack: 0,
  reserved: 0,
  taxReserved: 0,
  lost: 0,
});

/** What can still be given back, or lost: paid − given back − on its way back − lost. */
export const leftOf = ({ amount, givenBack, reserved, lost }: Omit<PaymentLine, 'dues'>): number =>
  amount - givenBack - reserved - lost;

/**
 * Tax that goes back with an amount, or is lost with it: round(T × gone so far ÷ paid) − tax already gone, so that the
 * parts never add up to more than the whole. What is on its way counts as gone, and so does what a bank took back.
 */
export const taxOfBack = (
  { amount, tax, givenBack, reserved, lost, taxBack, taxReserved, taxLost = 0 }: Omit<PaymentLine, 'dues'>,
  back: number,
): number =>
  amount === 0 ? 0 : mulDiv(tax, givenBack + reserved + lost + back, amount) - taxBack - taxReserved - taxLost;

/** What a payment came to and what became of it, over its lines. */
export interface Sums {
  paid: number;
  credit: number;
  tax: number;
  /** Given back or lost. */
  back: number;
}

export const sumsOf = (payments: Iterable<Pick<Payment, 'lines'>>): Sums => {
  const lines = [...payments].flatMap((payment) => payment.lines);
  return {
    paid: sum(lines.map((l) => l.amount)),
    credit: sum(lines.map((l) => l.credit)),
    tax: sum(lines.map((l) => l.tax)),
    back: sum(lines.map((l) => l.givenBack + l.lost)),
  };
};

export const lineOf = (payment: Pick<Payment, 'lines'>, lineId: LineId): PaymentLine | undefined =>
  payment.lines.find((line) => line.lineId === lineId);

interface WithPayments {
  payments: readonly Payment[];
}

/** What was bought by an order, at its checkout and by offers after it: without what its agreements paid later. */
export const boughtWith = ({ payments }: WithPayments): Payment[] => payments.filter((p) => p.agreementId === null);

/** The payment that bought a line; undefined where it cost nothing. */
export const boughtBy = (order: WithPayments, lineId: LineId): Payment | undefined =>
  boughtWith(order).find((payment) => lineOf(payment, lineId));

/** What was paid for a line when it was bought, and what became of that. */
export const lineBought = (order: WithPayments, lineId: LineId): PaymentLine => {
  const payment = boughtBy(order, lineId);
  return (payment && lineOf(payment, lineId)) ?? newPaymentLine({ lineId, amount: 0, credit: 0, tax: 0 });
};
