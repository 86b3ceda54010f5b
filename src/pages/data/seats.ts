import {
  type DateStanding,
  freeSeats,
  isToCome,
  isWithin,
  type SeatBought,
  timeInZone,
  untouched,
} from '#core/booking';
import { productKindOf } from '#core/catalogue';
import { type Quote, quantityOf } from '#core/checkout';
import type { Release } from '#core/release';
import { accessUntil } from '#core/terms';
import { datesIn } from '#core/shop';
import type { CheckoutPrice } from '../../wire';
import type { PageReading } from './reading';

/** So many seats left, and fewer, are said. */
const FEW_SEATS = 10;

type Reading = Pick<PageReading, 'words' | 'locale'>;

/** When a seat is, on the clock of its date. */
export const seatInWords = (seat: Pick<SeatBought, 'from' | 'until' | 'zone'>, { words, locale }: Reading): string =>
  timeInZone(seat, seat.zone, { locale, to: words.emails.until });

/** How many seats are left, where there are few. */
export function roomInWords(date: Pick<DateStanding, 'seats' | 'taken'>, { words }: Pick<Reading, 'words'>): string {
  const free = freeSeats(date);
  return free <= FEW_SEATS ? words.pages.seatsLeft(free) : '';
}

/** Of what a quote opens, the classes of which one date is picked: those to come, with the one that is in the quote. */
export function datesToChoose(reading: PageReading, release: Release, { lines, zone }: Quote): CheckoutPrice['seats'] {
  const { state, live, now } = reading;
  return lines.flatMap((line) => {
    const ends = accessUntil(line.terms, now, zone);
    return (line.seats ?? []).flatMap(({ productId, dateId }) => {
      const product = release.content.products.find((p) => p.id === productId);
      const promised = product && productKindOf(product).seats?.(product);
      if (promised?.pick !== 'one') return [];
      const dates = datesIn(state, (live ?? release).content.products, productId) ?? promised.dates.map(untouched);
      return [
        {
          productId,
          title: product?.title ?? '',
          dates: dates
            .filter((date) => isToCome(date, now) && isWithin(date, ends))
            .sort((a, b) => (a.from < b.from ? -1 : 1))
            .map((date) => {
              const free = freeSeats(date);
              return {
                id: date.id,
                when: seatInWords(date, reading),
                from: date.from,
                zone: date.zone,
                room: roomInWords(date, reading),
                full: free < quantityOf(line),
                chosen: date.id === dateId,
              };
            }),
        },
      ];
    });
  });
}
