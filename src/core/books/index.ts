export { MirrorRows, idsTouched, type OrderRow, type PassRow, type ChargeRow, type RefundRow } from './mirror';
export { moneyByDay, type DayMoney } from './byDay';
