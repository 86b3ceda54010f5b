export { QuoteBuyer, readBuyer } from './buyer';
export {
  Quote,
  cardPaysOf,
  type QuoteLine,
  type QuoteChoice,
  quoteFor,
  termsNow,
  type QuoteRefusal,
  type Standing,
  firstBuyer,
} from './quote';
export { quoteFingerprint } from './fingerprint';
export { paymentFor, type Payment } from './payment';
export { LineCoupon, discountOf, spreadAmount, findCoupon, lineCoupon } from './coupon';
export { taxRuleFor, canReverse, withTax, UNTAXED, type TaxRule } from './tax';
export { readVatNumber } from './vatNumber';
export { risen, risenTerms, stepsOf, stillRises } from './risingPrice';
