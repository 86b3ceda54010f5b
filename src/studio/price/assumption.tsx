import { addMs, dateIn, formatDay, type Instant, msOf, startOfDate } from '#core/calendar';
import type { ShopDetails } from '#core/catalogue';
import { useNow } from '../data/useNow';
import { useAppDispatch, useAppSelector } from '../store';
import { dayAssumed } from '../store/frame';
import { DayFill } from './Fill';

/** The day somebody is taken to buy on: today, until the seller tries another. The clock time is the present one. */
export function useAssumption(shop: Pick<ShopDetails, 'zone' | 'locale'>): { start: Instant; date: string; day: string } {
  const now = useNow();
  const assumed = useAppSelector((state) => state.frame.assumedDay);
  const today = dateIn(now, shop.zone);
  const date = assumed ?? today;
  const start = date === today ? now : addMs(startOfDate(date, shop.zone), msOf(now) - msOf(startOfDate(today, shop.zone)));
  return { start, date, day: formatDay(start, shop.zone, shop.locale) };
}

/** The next 31 January and 29 February from a date on: the days that month ends make awkward. */
function awkwardDays(today: string): [string, string] {
  const year = Number(today.slice(0, 4));
  const january = [year, year + 1].map((y) => `${y}-01-31`).find((d) => d >= today) ?? '';
  const leap = Array.from({ length: 9 }, (_, i) => year + i).filter((y) => (y % 4 === 0 && y % 100 !== 0) || y % 400 === 0).map((y) => `${y}-02-29`).find((d) => d >= today) ?? '';
  return [january, leap];
}

/** The assumption an outcome rests on, as a sentence of controls. */
export function AssumptionLine({ shop }: { shop: Pick<ShopDetails, 'zone' | 'locale'> }) {
  const dispatch = useAppDispatch();
  const now = useNow();
  const { date } = useAssumption(shop);
  const today = dateIn(now, shop.zone);
  const [january, leap] = awkwardDays(today);
  return (
    <div className="cap">
      <p>For someone who buys on <DayFill label="The day somebody buys" value={date} onChange={(text) => { if (/^[12]\d{3}-\d\d-\d\d$/.test(text)) dispatch(dayAssumed(text === today ? null : text)); }} />{date !== today && <> <button className="opt !text-[13px]" onClick={() => dispatch(dayAssumed(null))}>Today again</button></>}</p>
      <p>Try an awkward day: <button className="opt !text-[13px]" onClick={() => dispatch(dayAssumed(january))}>31 January</button> · <button className="opt !text-[13px]" onClick={() => dispatch(dayAssumed(leap))}>29 February</button></p>
    </div>
  );
}
