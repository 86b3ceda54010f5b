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
  /** Of `amount`, what sending costs, with tax. */
  sending: number;
  /** Part of `amount`. */
  tax: number;
  /** What the buyer pays, in minor units. */
  amount: number;
  /** Of `amount`, what is paid for the period itself: without set-up, trial fee and sending. */
  forPeriod: number;
}

/** The trial fee and set-up fee within a payment, with tax. Together with `forPeriod` and sending they add up to its amount. */
export function besidePeriod(payment: Payment, rule: TaxRule): { fee: number; setUp: number } {
  const amount = payment.amount - payment.sending;
  const fee = payment.setUp === 0 ? amount - payment.forPeriod : withTax(payment.fee, rule).amount;
  return {
    fee: payment.fee === 0 ? 0 : fee,
    setUp: amount - payment.forPeriod - (payment.fee === 0 ? 0 : fee),
  };
}

/**
 * The amount of one due. In this order: the price of that payment, less owned parts, less coupon, plus tax; then sending and
 * its tax, in full payments that bring parcels. The quote, the statement, the keel line, the rehearsal and every later
 * charge call this one function.
 */
export function paymentFor(due: Due, off: TakenOff, rule: TaxRule): Payment {
  const discount = offOf(off, due);
  const goods = withTax(due.amount - discount, rule);
  const sent = withTax(due.n === 0 ? 0 : (off.sending?.each?.fee ?? 0), rule);
  const beside = due.setUp + due.fee;
  return {
    n: due.n,
    at: due.at,
    full: due.full,
    setUp: due.setUp,
    fee: due.fee,
    discount,
    sending: sent.amount,
    tax: goods.tax + sent.tax,
    amount: goods.amount + sent.amount,
    forPeriod: beside === 0 ? goods.amount : withTax(due.full - discount, rule).amount,
  };
}
