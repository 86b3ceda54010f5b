import { dateIn } from '#core/calendar';
import type { OrderRow } from './mirror';

/** How many orders, and how much, under one heading; amounts in minor units of the heading's currency. */
export interface TotalRow {
  key: string;
  count: number;
  paid: number;
  back: number;
}

/** What one buyer has bought so far. */
export interface BuyerRow {
  personId: string;
  count: number;
  /** The moment of the latest order. */
  last: string;
  /** Paid less given back, by currency. */
  net: Record<string, number>;
}

/** The lists orders are asked for by: a refund in part and in full are one, and every order is in "any". */
export type OrderGroup = 'paid' | 'back' | 'disputed';
export const groupOf = ({ status }: Pick<OrderRow, 'status'>): OrderGroup => (status === 'paid' ? 'paid' : status === 'disputed' ? 'disputed' : 'back');

const ANY = '';
const numberKey = (n: number): string => String(n).padStart(9, '0');

/**
 * Under which keys an order is found in order of its day: "group|offer|2026-06-15|000001042", with either left
 * empty for any. One index over these answers every choice of group, offer and days, newest or oldest first.
 */
export function listKeysOf(order: OrderRow): string[] {
  const day = dateIn(order.at, order.zone);
  const offers = [ANY, ...new Set(order.lines.map((l) => l.offerId))];
  return [ANY, groupOf(order)].flatMap((group) => offers.map((offer) => `${group}|${offer}|${day}|${numberKey(order.number)}`));
}

/** The range of keys for some choices; `days` is a whole date, a month "2026-06", a year, or empty. */
export function listRange(choice: { group: OrderGroup | ''; offerId: string; days: string }): [from: string, to: string] {
  const start = `${choice.group}|${choice.offerId}|${choice.days}`;
  return [start, `${start}\uffff`];
}

/** Everything one order adds to the totals. */
function contributionsOf(order: OrderRow): TotalRow[] {
  const day = dateIn(order.at, order.zone);
  const month = day.slice(0, 7);
  const group = groupOf(order);
  const whole = { count: 1, paid: order.paid, back: order.back };
  const byOffer = new Map<string, TotalRow>();
  for (const line of order.lines) {
    const row = byOffer.get(line.offerId) ?? { key: line.offerId, count: 1, paid: 0, back: 0 };
    row.paid += line.paid;
    row.back += line.givenBack + line.lost;
    byOffer.set(line.offerId, row);
  }
  return [
    { key: `cube|${group}|${month}||${order.currency}`, ...whole },
    { key: `day|${order.currency}|${day}`, ...whole },
    ...[...byOffer].flatMap(([offerId, row]) => [
      { ...row, key: `cube|${group}|${month}|${offerId}|${order.currency}` },
      { ...row, key: `offer|${offerId}|${order.currency}` },
    ]),
  ];
}

/** How totals and buyers change when orders change: what was there before is taken off, what is there now put on. */
export function totalsMoved(before: Iterable<OrderRow>, after: Iterable<OrderRow>): { totals: Map<string, TotalRow>; buyers: Map<string, BuyerRow> } {
  const totals = new Map<string, TotalRow>();
  const buyers = new Map<string, BuyerRow>();
  const put = (order: OrderRow, sign: 1 | -1): void => {
    for (const { key, count, paid, back } of contributionsOf(order)) {
      const row = totals.get(key) ?? { key, count: 0, paid: 0, back: 0 };
      totals.set(key, { key, count: row.count + sign * count, paid: row.paid + sign * paid, back: row.back + sign * back });
    }
    const buyer = buyers.get(order.personId) ?? { personId: order.personId, count: 0, last: '', net: {} };
    buyer.count += sign;
    if (sign > 0 && order.at > buyer.last) buyer.last = order.at;
    buyer.net[order.currency] = (buyer.net[order.currency] ?? 0) + sign * (order.paid - order.back);
    buyers.set(order.personId, buyer);
  };
  for (const order of before) put(order, -1);
  for (const order of after) put(order, 1);
  return { totals, buyers };
}

/** A total after a move; null when nothing is left under it. */
export function addTotal(known: TotalRow | undefined, moved: TotalRow): TotalRow | null {
  const count = (known?.count ?? 0) + moved.count;
  return count === 0 ? null : { key: moved.key, count, paid: (known?.paid ?? 0) + moved.paid, back: (known?.back ?? 0) + moved.back };
}

export function addBuyer(known: BuyerRow | undefined, moved: BuyerRow): BuyerRow {
  const net = { ...known?.net };
  for (const [currency, amount] of Object.entries(moved.net)) net[currency] = (net[currency] ?? 0) + amount;
  return { personId: moved.personId, count: (known?.count ?? 0) + moved.count, last: known && known.last > moved.last ? known.last : moved.last, net };
}

export interface TotalOf {
  group: OrderGroup;
  /** "2026-06" */
  month: string;
  /** Empty for the whole order. */
  offerId: string;
  currency: string;
}

/** What a cube row's key says. */
export function readCubeKey(key: string): TotalOf {
  const [, group = '', month = '', offerId = '', currency = ''] = key.split('|');
  return { group: group as OrderGroup, month, offerId, currency };
}
