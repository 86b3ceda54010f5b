export { MirrorRows, idsTouched, type OrderRow, type PassRow, type ChargeRow, type RefundRow } from './mirror';
export { moneyByDay, withQuietDays, type DayMoney } from './byDay';
