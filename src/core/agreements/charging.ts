import type { ShopTax } from '#core/catalogue';
import { paymentFor, taxRuleFor } from '#core/checkout';
import { type Due, paymentAt, paymentOf, paymentsOf } from '#core/terms';
import type { Agreement, AgreementSeed, DueMoment, OwedDue } from './agreement';

type Priced = Pick<AgreementSeed, 'terms' | 'coupon' | 'buyer' | 'zone'>;

/**
 * What the n-th payment of an agreement comes to at its moment: the same computation as the quote's. The rate of
 * tax is that of the payment's moment; everything else was frozen when it was sold.
 */
export function chargeFor(a: Priced, { n, at }: DueMoment, tax: ShopTax | null): OwedDue {
  const rule = taxRuleFor(tax, { country: a.buyer?.country ?? null, reverse: a.buyer?.reverse ?? false }, at, a.zone);
  const due: Due = { n, at, ...paymentOf(a.terms, n) };
  const whole = paymentFor(due, a.coupon, rule);
  return { n, at, amount: whole.amount, tax: whole.tax, forPeriod: whole.forPeriod };
}

/** The due after number n, or null when that was the last. */
export function dueAfter(a: Pick<AgreementSeed, 'terms' | 'anchor' | 'zone'>, n: number): DueMoment | null {
  const last = paymentsOf(a.terms);
  return last !== null && n >= last ? null : { n: n + 1, at: paymentAt(a.terms, a.anchor, n + 1, a.zone) };
}

/** Every due of a plan that is still to be paid, what is behind included, in order. */
export function restOfPlan(
  a: Pick<Agreement, 'terms' | 'anchor' | 'zone' | 'coupon' | 'buyer' | 'owed' | 'next'>,
  tax: ShopTax | null,
): OwedDue[] {
  const rest: OwedDue[] = [...a.owed];
  for (let due = a.next; due !== null && paymentsOf(a.terms) !== null; due = dueAfter(a, due.n))
    rest.push(chargeFor(a, due, tax));
  return rest;
}
