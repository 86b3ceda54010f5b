import type { ShopTax } from '#core/catalogue';
import { paymentFor, type TaxRule, taxRuleFor, withTax } from '#core/checkout';
import type { Instant } from '#core/calendar';
import { type Due, paymentAt, paymentOf, paymentsOf } from '#core/terms';
import type { OwedDue } from '#core/payments';
import type { Agreement, AgreementSeed, DueMoment } from './agreement';

type Priced = Pick<AgreementSeed, 'terms' | 'coupon' | 'owned' | 'buyer' | 'zone'> &
  Partial<Pick<Agreement, 'told' | 'next'>>;

/**
 * What the n-th payment of an agreement comes to at its moment: the same computation as the quote's. The tax is that
 * of the payment's moment; everything else was frozen when it was sold. Where tax comes on top and its rate changed
 * later than its buyer could be told of, the sum stays what they were told, and the net gives way.
 * @param rateAt the moment whose rate counts, where it is paid before it falls due
 */
export function chargeFor(a: Priced, { n, at }: DueMoment, tax: ShopTax | null, rateAt: Instant = at): OwedDue {
  const rule = ruleFor(a, tax, rateAt);
  const due: Due = { n, at, ...paymentOf(a.terms, n) };
  const whole = paymentFor(due, a, rule);
  const told = a.told ?? null;
  // Of what comes after the next due its buyer will hear in time.
  const isTold = told === null || told.rate === rule.rate || rule.how !== 'on-top' || (a.next != null && n > a.next.n);
  if (isTold) return { n, at, amount: whole.amount, tax: whole.tax, forPeriod: whole.forPeriod };
  const sum = paymentFor(due, a, { ...rule, rate: told.rate });
  const share = withTax(sum.amount, { ...rule, how: 'included' });
  return { n, at, amount: sum.amount, tax: rule.reverse ? 0 : share.tax, forPeriod: sum.forPeriod };
}

/** How a payment at some moment is taxed. */
export const ruleFor = (a: Pick<Priced, 'buyer' | 'zone'>, tax: ShopTax | null, at: Instant): TaxRule =>
  taxRuleFor(tax, { country: a.buyer?.country ?? null, reverse: a.buyer?.reverse ?? false }, at, a.zone);

/** The due after number n, or null when that was the last. */
export function dueAfter(a: Pick<AgreementSeed, 'terms' | 'anchor' | 'zone'>, n: number): DueMoment | null {
  const last = paymentsOf(a.terms);
  return last !== null && n >= last ? null : { n: n + 1, at: paymentAt(a.terms, a.anchor, n + 1, a.zone) };
}

/**
 * Every due of a plan that is still to be paid, what is behind included, in order.
 * @param paidAt when all of it is paid at once: dues that come later bear that day's rate; null for each at its own
 */
export function restOfPlan(
  a: Pick<Agreement, 'terms' | 'anchor' | 'zone' | 'coupon' | 'owned' | 'buyer' | 'owed' | 'next' | 'told'>,
  tax: ShopTax | null,
  paidAt: Instant | null,
): OwedDue[] {
  const rest: OwedDue[] = [...a.owed];
  for (let due = a.next; due !== null && paymentsOf(a.terms) !== null; due = dueAfter(a, due.n))
    rest.push(chargeFor(a, due, tax, paidAt !== null && paidAt < due.at ? paidAt : due.at));
  return rest;
}
