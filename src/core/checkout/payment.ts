import type { Due } from '#core/terms';
import { offOf, type TakenOff } from './takenOff';
import { type TaxRule, withTax } from './tax';

/** One due of one line as it is charged. */
export interface Payment {
  n: number;
  at: Due['at'];
  full: number;
  setUp: number;
  fee: number;
  /** Taken off for parts that are owned, and by a coupon. */
  discount: number;
  /** Part of `amount`. */
  tax: number;
  /** What the buyer pays, in minor units. */
  amount: number;
  /** Of `amount`, what is paid for the period itself: without set-up and trial fee. */
  forPeriod: number;
}

/** The trial fee and set-up fee within a payment, with tax. Together with `forPeriod` they add up to its amount. */
export function besidePeriod(payment: Payment, rule: TaxRule): { fee: number; setUp: number } {
  const fee = payment.setUp === 0 ? payment.amount - payment.forPeriod : withTax(payment.fee, rule).amount;
  return {
    fee: payment.fee === 0 ? 0 : fee,
    setUp: payment.amount - payment.forPeriod - (payment.fee === 0 ? 0 : fee),
  };
}

/**
 * What a due comes to: the price of that payment → owned parts → coupon → tax. The quote, the statement, the keel line, the
 * rehearsal and every later charge call this one function.
 */
export function paymentFor(due: Due, off: TakenOff, rule: TaxRule): Payment {
  const discount = offOf(off, due);
  const { amount, tax } = withTax(due.amount - discount, rule);
  const beside = due.setUp + due.fee;
  const forPeriod = beside === 0 ? amount : withTax(due.full - discount, rule).amount;
  return { n: due.n, at: due.at, full: due.full, setUp: due.setUp, fee: due.fee, discount, tax, amount, forPeriod };
}
