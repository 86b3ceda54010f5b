import { canJoin, type DateStanding, freeSeats, isToCome, joinFrom, type Session } from '#core/booking';
import { addMs, formatMoment, HOUR, type Instant } from '#core/calendar';
import type { LiveClass } from '#core/catalogue';
import type { PersonId, ProductId } from '#core/ids';
import { formatAmount } from '#core/money';
import { isOpen } from '#core/passes';
import { datesOf, holderOf, isOffered, moneyFor, rightsTo, sessionsOfPerson } from '#core/shop';
import { roomInWords } from '../../pages/data/seats';
import type { ClassAnswer, MemberDate, OwnSeat } from '../../wire';
import { filesOfPass } from './orderView';
import { groundsIn, type Reading } from './reading';
import { whyOpen } from './whyOpen';

/** A class of the live release, put away or not. */
export function classIn({ live }: Pick<Reading, 'live'>, productId: ProductId): LiveClass | undefined {
  const product = live?.content.products.find((p) => p.id === productId);
  return product?.kind === 'live-class' ? product : undefined;
}

/** A class as whoever may open it meets it; null for whoever never could. */
export function classFor(reading: Reading, personId: PersonId, productId: ProductId): ClassAnswer | null {
  const { state, now, shop } = reading;
  const product = classIn(reading, productId);
  const rights = product ? rightsTo(holderOf(state, personId), productId, groundsIn(reading)) : [];
  if (!product || rights.length === 0) return null;
  const open = rights.filter((right) => isOpen(right, now));
  const seats = sessionsOfPerson(state, personId, productId);
  const held = seats.filter(({ status }) => status !== 'called-off');
  const mayTake = product.pick === 'all' ? open.length > 0 : open.some(({ id }) => !held.some((s) => s.passId === id));
  const why = whyOpen(reading, personId, productId);
  const files = open[0] ? filesOfPass(reading, open[0]) : [];
  const dateFor = (date: DateStanding): MemberDate => {
    const set = product.dates.find(({ id }) => id === date.id);
    const own = held.find((s) => s.dateId === date.id) ?? seats.filter((s) => s.dateId === date.id).at(-1);
    const passOpen = open.some(({ id }) => id === own?.passId);
    const sits = own !== undefined && own.status !== 'called-off';
    const free = freeSeats(date);
    return {
      id: date.id,
      from: date.from,
      until: date.until,
      zone: date.zone,
      state: date.calledOff ? 'called-off' : now < date.from ? 'to-come' : now < date.until ? 'on' : 'over',
      room: isToCome(date, now) ? roomInWords(date, reading) : '',
      joinFrom: joinFrom(date.from),
      free: isToCome(date, now) && free >= 1,
      mine: own ? seatFor(reading, product, own, passOpen) : null,
      canTake: mayTake && !sits && isToCome(date, now) && free >= 1,
      join: sits && passOpen && !date.calledOff && canJoin(date, now) ? (set?.join ?? '') : '',
      recording: files.filter(({ id }) =>
        [...(set?.recording.files ?? []), ...(set?.recording.links ?? [])].some((one) => one.id === id),
      ),
    };
  };
  return {
    title: product.title,
    zone: shop.zone,
    now,
    pick: product.pick,
    whyNot: why.open ? '' : why.sentence,
    noticeHours: product.noticeHours,
    dates: (datesOf(state, product) ?? []).map(dateFor).sort((a, b) => (a.from < b.from ? -1 : 1)),
  };
}

function seatFor(reading: Reading, { noticeHours, pick }: LiveClass, seat: Session, passOpen: boolean): OwnSeat {
  const { state, now, shop, locale } = reading;
  const [otherDate, money] = [isOffered(seat, 'otherDate', now), isOffered(seat, 'money', now)];
  const back = money ? moneyFor(state, seat) : null;
  const currency = back && state.orders.get(back.orderId)?.currency;
  const inTime = addMs(now, noticeHours * HOUR) <= seat.from;
  return {
    sessionId: seat.id,
    seats: seat.seats,
    status: seat.status,
    canMove: passOpen && seat.status === 'booked' && seat.from > now && (otherDate || (pick === 'one' && inTime)),
    offered:
      seat.offered && (otherDate || back)
        ? {
            otherDate,
            money: back && currency ? formatAmount(back.share.amount, currency, locale) : null,
            until: formatMoment(seat.offered.until, shop.zone, locale),
          }
        : null,
  };
}

/** Where the next thing somebody has is joined: of a class only near its time. */
export function placeOf(reading: Reading, { productId, dateId, from, until }: Session, now: Instant): string {
  const date = classIn(reading, productId)?.dates.find(({ id }) => id === dateId);
  return date && canJoin({ from, until }, now) ? date.join : '';
}
