import { dateIn } from '#core/calendar';
import { quantityOf } from '#core/checkout';
import type { CouponId, LineId, OfferId } from '#core/ids';
import { lineBought } from '#core/payments';
import type { OrderRow } from './rows';
import { readTotalKey, totalKey, totalKeys } from './totalKey';
import type { TotalRow } from './totalRow';

/** The lists orders are asked for by: a refund in part and in full are one, and every order is in "any". */
export type OrderGroup = 'paid' | 'back' | 'disputed';
export const groupOf = ({ status }: Pick<OrderRow, 'status'>): OrderGroup =>
  status === 'paid' ? 'paid' : status === 'disputed' ? 'disputed' : 'back';

const ANY = '';

export interface OrderChoice {
  /** Empty for any. */
  group: OrderGroup | '';
  offerId: OfferId;
  /** A date, a month "2026-06", a year, two dates "2026-06-14..2026-06-15" both included, or empty for any time. */
  days: string;
}

/** The first and last day that some choice of days means, as the beginnings of dates. */
export function dayBounds(days: string): [from: string, to: string] {
  const [from = '', to = from] = days.split('..');
  return [from, to];
}

/** Adds to what stands under a key. */
export const addTo = (sums: Map<string, number>, key: string, amount: number): void =>
  void sums.set(key, (sums.get(key) ?? 0) + amount);

/** What lists choose an order by. */
interface Listed {
  day: string;
  group: OrderGroup;
  lines: readonly { offerId: OfferId }[];
}

/** Whether an order is in a list, for many orders in a row. */
export function inChoice({ group, offerId, days }: OrderChoice): (order: Listed) => boolean {
  const [from, to] = dayBounds(days);
  const last = `${to}\uffff`;
  return (order) =>
    (group === '' || order.group === group) &&
    (days === '' || (order.day >= from && order.day <= last)) &&
    (offerId === '' || order.lines.some((line) => line.offerId === offerId));
}

/** What a list chooses an order of the mirror by. */
export const listed = (order: OrderRow): Listed => ({
  day: dateIn(order.at, order.zone),
  group: groupOf(order),
  lines: order.lines,
});

/** The range of total rows that add up to some choices: by month where whole months are asked for, else by day. */
export function totalsRange(choice: Pick<OrderChoice, 'days'>): [from: string, to: string] {
  const [from, to] = dayBounds(choice.days);
  const kind = from.length > 7 || to.length > 7 ? 'days' : 'months';
  return totalKeys(kind, [], from, to);
}

/** The rows of `totalsRange` that some choices mean, added up by currency. */
export function addUp(
  rows: Iterable<TotalRow>,
  choice: Pick<OrderChoice, 'group' | 'offerId'>,
): { count: number; paid: Map<string, number>; back: Map<string, number> } {
  const found = { count: 0, paid: new Map<string, number>(), back: new Map<string, number>() };
  for (const row of rows) {
    const { group, offerId, currency } = readCubeKey(row.key);
    if (offerId !== choice.offerId || (choice.group !== '' && group !== choice.group)) continue;
    found.count += row.count;
    addTo(found.paid, currency, row.paid);
    addTo(found.back, currency, row.back);
  }
  return found;
}

/** Everything one order adds to the totals. */
function contributionsOf(order: OrderRow): TotalRow[] {
  const day = dateIn(order.at, order.zone);
  const month = day.slice(0, 7);
  const group = groupOf(order);
  const { currency } = order;
  const whole = { count: 1, paid: order.paid, back: order.back };
  const moneyOf = ({ lineId }: { lineId: LineId }): { paid: number; back: number } => {
    const { amount, givenBack, lost } = lineBought(order, lineId);
    return { paid: amount, back: givenBack + lost };
  };
  // A coupon was used once, whatever it acted on.
  const byCoupon = new Map<CouponId, { paid: number; back: number }>();
  for (const line of order.lines.filter((l) => l.coupon)) {
    const [id, { paid, back }] = [line.coupon?.couponId ?? '', moneyOf(line)];
    const known = byCoupon.get(id) ?? { paid: 0, back: 0 };
    byCoupon.set(id, { paid: known.paid + paid, back: known.back + back });
  }
  const byOffer = new Map<string, TotalRow>();
  for (const line of order.lines) {
    const row = byOffer.get(line.offerId) ?? { key: line.offerId, count: 1, paid: 0, back: 0 };
    const { paid, back } = moneyOf(line);
    row.paid += paid;
    row.back += back;
    byOffer.set(line.offerId, row);
  }
  return [
    { key: totalKey('months', { days: month, group, offerId: ANY, currency }), ...whole },
    { key: totalKey('days', { days: day, group, offerId: ANY, currency }), ...whole },
    { key: totalKey('day', { currency, day }), ...whole },
    ...order.lines.map((line) => ({
      key: totalKey('price', { priceId: line.priceId, currency }),
      count: quantityOf(line),
      ...moneyOf(line),
    })),
    ...[...byCoupon].map(([couponId, money]) => ({
      key: totalKey('coupon', { couponId, currency }),
      count: 1,
      ...money,
    })),
    ...[...byOffer].flatMap(([offerId, row]) => [
      { ...row, key: totalKey('months', { days: month, group, offerId, currency }) },
      { ...row, key: totalKey('days', { days: day, group, offerId, currency }) },
      { ...row, key: totalKey('offer', { offerId, currency }) },
    ]),
  ];
}

/** How totals change when orders change: what was there before is taken off, what is there now put on. */
export function totalsMoved(before: Iterable<OrderRow>, after: Iterable<OrderRow>): Map<string, TotalRow> {
  const totals = new Map<string, TotalRow>();
  const put = (order: OrderRow, sign: 1 | -1): void => {
    for (const { key, count, paid, back } of contributionsOf(order)) {
      const row = totals.get(key) ?? { key, count: 0, paid: 0, back: 0 };
      totals.set(key, {
        key,
        count: row.count + sign * count,
        paid: row.paid + sign * paid,
        back: row.back + sign * back,
      });
    }
  };
  for (const order of before) put(order, -1);
  for (const order of after) put(order, 1);
  return totals;
}

/** A total after a move; null when nothing is left under it. */
export function addTotal(known: TotalRow | undefined, moved: TotalRow): TotalRow | null {
  const count = (known?.count ?? 0) + moved.count;
  return count === 0
    ? null
    : { key: moved.key, count, paid: (known?.paid ?? 0) + moved.paid, back: (known?.back ?? 0) + moved.back };
}

export interface TotalOf {
  /** "2026-06" or "2026-06-15" */
  days: string;
  group: OrderGroup;
  /** Empty for the whole order. */
  offerId: OfferId;
  currency: string;
}

/** What the key of a row by months or days says. */
export function readCubeKey(key: string): TotalOf {
  const of = readTotalKey('days', key);
  return { ...of, group: of.group as OrderGroup };
}
