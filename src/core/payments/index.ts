export type { ServiceFee } from './fee';
export { creditOf, type CreditPart, takeCredit } from './credits';
export type { OwedDue, Payment, PaymentLine } from './payment';
export {
  boughtBy,
  boughtWith,
  leftOf,
  lineBought,
  lineOf,
  newPaymentLine,
  NONE,
  type Sums,
  sumsOf,
  taxOfBack,
} from './lines';
export { unitsLeft, unitsWorth } from './units';
