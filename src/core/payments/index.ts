export type { OwedDue, Payment, PaymentLine } from './payment';
export {
  boughtBy,
  boughtWith,
  leftOf,
  lineBought,
  lineOf,
  newPaymentLine,
  type Sums,
  sumsOf,
  taxOfBack,
} from './lines';
