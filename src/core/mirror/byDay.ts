import { addDays, dateIn, daysBetween } from '#core/calendar';
import type { OrderRow } from './rows';

export interface DayMoney {
  /** "2026-06-15" in the shop's zone. */
  date: string;
  paid: number;
  orders: number;
}

/** Money taken by shop day, in one currency. Refunds are counted apart: a past day's takings do not change. */
export function moneyByDay(
  orders: Iterable<Pick<OrderRow, 'at' | 'paid' | 'currency'>>,
  currency: string,
  zone: string,
): DayMoney[] {
  const days = new Map<string, DayMoney>();
  for (const order of orders) {
    if (order.currency !== currency) continue;
    const date = dateIn(order.at, zone);
    const day = days.get(date) ?? { date, paid: 0, orders: 0 };
    day.paid += order.paid;
    day.orders += 1;
    days.set(date, day);
  }
  return [...days.values()].sort((a, b) => (a.date < b.date ? -1 : 1));
}

/** The same with every day between the first and `until`, so that a quiet day is seen as one. */
export function withQuietDays(days: readonly DayMoney[], until: string): DayMoney[] {
  const first = days[0]?.date;
  if (first === undefined) return [];
  const known = new Map(days.map((day) => [day.date, day]));
  return Array.from({ length: Math.max(0, daysBetween(first, until)) + 1 }, (_, i) => {
    const date = addDays(first, i);
    return known.get(date) ?? { date, paid: 0, orders: 0 };
  });
}
