import { isWithin, type Session } from '#core/booking';
import { addMs, type Instant, isInstant, msOf } from '#core/calendar';
import { fact, type ShopEvent } from '#core/journal';
import { refuse } from '#core/refusal';
import { datesIn, seatsAt } from './dates';
import { moneyFor } from './moneyBack';
import { offeredFor, seatMoved } from './seated';
import { type Command, type DecideContext, type Decision } from '../../engine/command';
import { groundsOf } from '../access/grounds';
import { calledOff } from '../booking/calledOff';
import type { ShopState } from '../../engine/state';

type MoveDate = Extract<Command, { type: 'move-date' }>;
type CallOffDate = Extract<Command, { type: 'call-off-date' }>;

/** A date of a class takes place at another time: everybody who has a seat is told, and what they may choose. */
export function moveDate(
  state: ShopState,
  { productId, dateId, from, offers }: MoveDate,
  context: DecideContext,
): Decision {
  const { now } = context;
  const date = datesIn(state, groundsOf(context).products, productId)?.find(({ id }) => id === dateId);
  if (!date) return refuse('no-such-date');
  if (date.calledOff || date.from <= now) return refuse('date-over');
  if (!isInstant(from) || from <= now) return refuse('date-past');
  if (from === date.from) return { events: [] };
  const until = addMs(from, msOf(date.until) - msOf(date.from));
  return {
    events: [
      fact('classDate.moved', { productId, dateId, from, until, offers }),
      ...comingTo(state, dateId).flatMap((seat) => [
        ...reaching(state, seat, until),
        ...seatMoved(
          seat,
          { from, until, by: 'seller', offered: offeredFor(forSeat(state, seat, offers), from, now) },
          now,
        ),
      ]),
    ],
  };
}

/** A date of a class does not take place: everybody who has a seat is told, and what they may choose. */
export function callOffDate(
  state: ShopState,
  { productId, dateId, offers }: CallOffDate,
  context: DecideContext,
): Decision {
  const { now } = context;
  const date = datesIn(state, groundsOf(context).products, productId)?.find(({ id }) => id === dateId);
  if (!date) return refuse('no-such-date');
  if (date.calledOff) return { events: [] };
  // Begun it may be called off: who sits there and waits is told. Over is over.
  if (date.until <= now) return refuse('date-over');
  return {
    events: [
      fact('classDate.calledOff', { productId, dateId, offers }),
      ...comingTo(state, dateId).flatMap((seat) =>
        calledOff(seat, {
          by: 'seller',
          counts: false,
          offered: offeredFor(forSeat(state, seat, offers), null, now),
        }),
      ),
    ],
  };
}

/** Access with a date of its own reaches to the end of what was moved: nobody loses by it what they have paid for. */
function reaching(state: ShopState, { passId }: Session, until: Instant): ShopEvent[] {
  const pass = state.passes.get(passId);
  return pass && !isWithin({ until }, pass.until) ? [fact('pass.untilMoved', { passId, until })] : [];
}

const comingTo = (state: ShopState, dateId: string): Session[] =>
  seatsAt(state, dateId).filter(({ status }) => status === 'booked');

/** Money is offered only where it can go back by itself. */
const forSeat = (state: ShopState, seat: Session, { otherDate, money }: MoveDate['offers']) => ({
  otherDate,
  money: money && moneyFor(state, seat) !== null,
});

/** What could go back by itself to those who have a seat at a date, once money is offered. */
export const moneyOffered = (state: ShopState, dateId: string) =>
  comingTo(state, dateId).flatMap((seat) => moneyFor(state, seat) ?? []);

/** Whom moving or calling off a date would tell, and for how many money could go back by itself, before it is done. */
export function toldOfDate(state: ShopState, dateId: string): { people: number; seats: number; money: number } {
  const coming = comingTo(state, dateId);
  return {
    people: new Set(coming.map(({ passId }) => state.passes.get(passId)?.personId)).size,
    seats: coming.reduce((total, { seats }) => total + seats, 0),
    money: moneyOffered(state, dateId).length,
  };
}
