import { dateIn, type Instant } from '#core/calendar';
import { isEu, rateOn, type ShopTax } from '#core/catalogue';
import { mulDiv } from '#core/money';

/** How one payment of one line is taxed. */
export interface TaxRule {
  how: 'none' | 'included' | 'on-top';
  /** Hundredths of a percent. */
  rate: number;
  /** A business in another country of the EU pays the net and accounts for the tax itself. */
  reverse: boolean;
}

export const UNTAXED: TaxRule = { how: 'none', rate: 0, reverse: false };

/** The rule for a buyer in a country at the moment of a payment. */
export function taxRuleFor(
  tax: ShopTax | null,
  buyer: { country: string | null; reverse: boolean },
  at: Instant,
  zone: string,
): TaxRule {
  if (!tax || tax.how === 'none') return UNTAXED;
  const country = buyer.country ?? tax.home;
  return {
    how: tax.how,
    rate: rateOn(tax.rates, country, dateIn(at, zone)),
    reverse: buyer.reverse && canReverse(tax, country),
  };
}

/** Whether tax may pass to a business there: its EU country is not the shop's. */
export const canReverse = (tax: ShopTax, country: string): boolean =>
  country !== tax.home && isEu(country) && isEu(tax.home);

/**
 * What a payment comes to. Included: tax = gross × r / (1 + r); on top: net × r; reverse charge takes the tax off
 * an included price and adds none. Rounded once per line and payment, half away from zero.
 * @param amount minor units after coupon, set-up and trial fee included: they bear their line's rate
 */
export function withTax(amount: number, { how, rate, reverse }: TaxRule): { amount: number; tax: number } {
  if (how === 'none' || rate === 0) return { amount, tax: 0 };
  if (how === 'on-top') {
    const tax = reverse ? 0 : mulDiv(amount, rate, 10_000);
    return { amount: amount + tax, tax };
  }
  const tax = mulDiv(amount, rate, 10_000 + rate);
  return reverse ? { amount: amount - tax, tax: 0 } : { amount, tax };
}
