import type { ShopTax } from '#core/catalogue';
import { paymentFor, type TaxRule, taxRuleFor, withTax } from '#core/checkout';
import type { Instant } from '#core/calendar';
import { type Due, paymentAt, paymentOf, paymentsOf } from '#core/terms';
import type { Agreement, AgreementSeed, DueMoment } from './agreement';
import { creditOf, type OwedDue } from '#core/payments';
import { goesOnAs } from './goesOnAs';

type Priced = Pick<AgreementSeed, 'terms' | 'coupon' | 'owned' | 'sending' | 'buyer' | 'zone'> &
  Partial<Pick<Agreement, 'told' | 'next'>>;

/** What later payments are worked out from. */
type Coming = Priced & Pick<Agreement, 'anchor' | 'credits' | 'next' | 'stepsTo'>;

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
  a: Pick<Agreement, 'terms' | 'anchor' | 'zone' | 'coupon' | 'owned' | 'sending' | 'buyer' | 'owed' | 'next' | 'told'>,
  tax: ShopTax | null,
  paidAt: Instant | null,
): OwedDue[] {
  const rest: OwedDue[] = [...a.owed];
  for (let due = a.next; due !== null && paymentsOf(a.terms) !== null; due = dueAfter(a, due.n))
    rest.push(chargeFor(a, due, tax, paidAt !== null && paidAt < due.at ? paidAt : due.at));
  return rest;
}

/** What a later payment will take from the card. */
export type CardCharge = (due: Pick<DueMoment, 'n' | 'at'>) => number;

/**
 * What each later payment will take from the card, in minor units: its amount, less the credit that is left for it.
 * Credit from an earlier subscription pays the next payment first, then the one after it (46.67 left, 20.00 monthly:
 * 0.00, 0.00, 13.33, 20.00).
 */
export function cardChargeOf(now: Coming, tax: ShopTax | null): CardCharge {
  const a = goesOnAs(now);
  const credit = creditOf(a.credits);
  return (due) => {
    const { amount } = chargeFor(a, due, tax);
    let left = credit;
    for (let at = a.next; left > 0 && at !== null && at.n < due.n; at = dueAfter(a, at.n))
      left -= chargeFor(a, at, tax).amount;
    return amount - Math.min(Math.max(0, left), amount);
  };
}

/** Credit that covers more payments than this is shown as if it paid the next one. */
const LOOKED_AHEAD = 500;

/** The next due that takes something from the card, where credit pays those before it; null where none comes. */
export function nextCardDue(now: Coming, card: CardCharge): DueMoment | null {
  const a = goesOnAs(now);
  if (creditOf(a.credits) === 0) return a.next;
  let due = a.next;
  for (let i = 0; due !== null && card(due) === 0 && i < LOOKED_AHEAD; i += 1) due = dueAfter(a, due.n);
  return due ?? a.next;
}
