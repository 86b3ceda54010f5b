import { type DateStanding, freeSeats, isToCome, isWithin, type SeatBought, untouched } from '#core/booking';
import type { Instant } from '#core/calendar';
import { type Product, productKindOf, type SeatsPromised } from '#core/catalogue';
import type { ClassDateId, ProductId } from '#core/ids';
import { refuse, type RefusalOf } from '#core/refusal';
import type { Standing } from './standing';

type SeatRefusal = RefusalOf<'sold-out' | 'too-many' | 'seat-gone' | 'not-on-sale'>;

/** What one line asks for. */
export interface SeatsAsked {
  productIds: readonly ProductId[];
  /** Dates that were picked. */
  picked: readonly ClassDateId[];
  /** Dates at which what it replaces has a seat already: that one goes on, whatever was picked, also where all others are gone. */
  held: readonly ClassDateId[];
  quantity: number;
  now: Instant;
  /** When access ends: a date that goes on after it is none for this price. Null where it does not. */
  until: Instant | null;
}

/**
 * The seats that the lines of an order take, one line after the other: at every date that is to come, or at the one that
 * was picked; where none was, at the first that has room. Seats belong to the date, whatever is paid for them.
 */
export function seatsTaker(products: readonly Product[], datesOf: Standing['datesOf']) {
  // By the lines before, of the same order.
  const mine = new Map<ClassDateId, number>();
  return (asked: SeatsAsked): SeatBought[] | SeatRefusal => {
    const seats: SeatBought[] = [];
    for (const productId of asked.productIds) {
      const product = products.find((p) => p.id === productId);
      const promised = product && productKindOf(product).seats?.(product);
      if (!promised) continue;
      const dates = datesOf?.(productId) ?? promised.dates.map(untouched);
      const found = seatsAt(promised, dates, asked, (id) => mine.get(id) ?? 0);
      if ('refused' in found) return found;
      for (const { id: dateId, from, until, zone } of found) {
        mine.set(dateId, (mine.get(dateId) ?? 0) + asked.quantity);
        seats.push({ productId, dateId, from, until, zone });
      }
    }
    return seats;
  };
}

/** The dates of one product at which a line has its seats. */
function seatsAt(
  { pick, soldAfter }: SeatsPromised,
  dates: readonly DateStanding[],
  { picked, held, quantity, now, until: ends }: SeatsAsked,
  mine: (id: ClassDateId) => number,
): DateStanding[] | SeatRefusal {
  const coming = dates
    .filter((date) => isToCome(date, now) && isWithin(date, ends))
    .sort((a, b) => (a.from < b.from ? -1 : 1));
  if (coming.length === 0) return soldAfter ? [] : refuse('not-on-sale', { why: 'over' });
  const room = (date: DateStanding): number => freeSeats(date) - mine(date.id);
  const kept = coming.filter(({ id }) => held.includes(id));
  if (pick === 'all') {
    const needed = coming.filter((date) => !kept.includes(date));
    if (needed.length === 0) return kept;
    const least = Math.min(...needed.map(room));
    if (least < 1) return refuse('sold-out');
    return least < quantity ? refuse('too-many', { most: least }) : coming;
  }
  if (kept.length > 0) return kept;
  const named = dates.find(({ id }) => picked.includes(id));
  const [first] = coming.filter((date) => room(date) >= quantity);
  if (named) return coming.includes(named) && room(named) >= quantity ? [named] : refuse('seat-gone');
  if (first) return [first];
  const most = Math.max(...coming.map(room));
  return most < 1 ? refuse('sold-out') : refuse('too-many', { most });
}
