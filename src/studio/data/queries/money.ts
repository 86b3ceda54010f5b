import { type DayMoney, readTotalKey, totalKeys, type TotalRow } from '#core/mirror';
import { totalsBetween } from './totals';
import { titleOfOffer } from './orders';

const dayOf = ({ key }: TotalRow): string => readTotalKey('day', key).day;
const moneyOn = (row: TotalRow): DayMoney => ({ date: dayOf(row), paid: row.paid, orders: row.count });

/** What each day brought from a month on, and later payments of another month in all. */
export async function monthMoney(currency: string, from: string, later: string) {
  const days = await totalsBetween(totalKeys('day', [currency], from));
  const came = await totalsBetween(totalKeys('later', [currency], later, later));
  return {
    later: { count: came.reduce((all, t) => all + t.count, 0), paid: came.reduce((all, t) => all + t.paid, 0) },
    byDay: days.map(moneyOn),
  };
}

/** Everything that came in, by day and by offer: on the day of buying, and later. */
export async function allMoney(currency: string) {
  const [later, days, offers] = await Promise.all([
    totalsBetween(totalKeys('later', [currency])),
    totalsBetween(totalKeys('day', [currency])),
    totalsBetween(totalKeys('offer')),
  ]);
  const own = offers
    .map((row) => ({ ...row, ...readTotalKey('offer', row.key) }))
    .filter((row) => row.currency === currency);
  const [laterOn, laterOf] = [new Map<string, number>(), new Map<string, TotalRow>()];
  for (const row of later) {
    const { day, offerId } = readTotalKey('later', row.key);
    laterOn.set(day, (laterOn.get(day) ?? 0) + row.paid);
    const of = laterOf.get(offerId);
    laterOf.set(offerId, {
      key: offerId,
      count: (of?.count ?? 0) + row.count,
      paid: (of?.paid ?? 0) + row.paid,
      back: (of?.back ?? 0) + row.back,
    });
  }
  const bought = new Set(days.map(dayOf));
  const onlyLater = [...laterOn.keys()]
    .filter((date) => !bought.has(date))
    .map((date): DayMoney => ({ date, paid: 0, orders: 0 }));
  return {
    laterOn,
    laterOf,
    laterBack: later.reduce((all, d) => all + d.back, 0),
    laterCount: later.reduce((all, d) => all + d.count, 0),
    laterPaid: later.reduce((all, d) => all + d.paid, 0),
    days: [...onlyLater, ...days.map(moneyOn)].sort((a, b) => (a.date < b.date ? -1 : 1)),
    offers: await Promise.all(
      own.map(async (row) => ({ ...row, title: await titleOfOffer(row.offerId), later: laterOf.get(row.offerId) })),
    ).then((rows) => rows.sort((x, y) => y.paid + (y.later?.paid ?? 0) - x.paid - (x.later?.paid ?? 0))),
    count: days.reduce((all, d) => all + d.count, 0),
    paid: days.reduce((all, d) => all + d.paid, 0),
    back: days.reduce((all, d) => all + d.back, 0),
  };
}
