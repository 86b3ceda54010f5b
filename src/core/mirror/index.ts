export { agreementRowsOf, moveRows, type MirrorTables, type RowStore, type StoredOrder } from './moveRows';
export { newestRows, type NewestRows } from './newest';
export { idsTouched } from './touched';
export {
  isBoughtDisputed,
  papersOf,
  type OrderRow,
  type PassRow,
  type AskedQuote,
  type ChargeRow,
  type RefundRow,
} from './rows';
export type { AgreementRow, LaterPaymentRow } from './agreementRows';
export { readTotalKey, totalKey, totalKeys, type TotalKind } from './totalKey';
export { moneyByDay, withQuietDays, type DayMoney } from './byDay';
export {
  totalsMoved,
  addTotal,
  inChoice,
  listed,
  totalsRange,
  addTo,
  addUp,
  dayBounds,
  groupOf,
  readCubeKey,
  type OrderGroup,
  type TotalOf,
  type OrderChoice,
} from './totals';
export type { TotalRow } from './totalRow';
export { type Buyer, buyersOf } from './buyers';
export { type VisitMoment, visitStory } from './visitStory';
