import type { SeatBought, Session } from '#core/booking';
import { addMs, DAY, type Instant } from '#core/calendar';
import { type EventOf, fact, type ShopEvent } from '#core/journal';
import type { ClassDateId, PassId, SessionId } from '#core/ids';
import type { PassSeed } from '#core/passes';
import { keyOf } from '../../engine/ids';
import type { IdsPort } from '../../engine/ports';
import { calledOff } from '../booking/calledOff';
import { nextReminder } from '../booking/reminders';
import type { ShopState } from '../../engine/state';
import type { MovedDate } from './fold/movedDate';

/** So long after a date was called off its money can be taken back. */
const OFFERED_FOR_MS = 60 * DAY;

/** What may be chosen, and until when: of a date that was moved until it begins. */
export const offeredFor = (offers: MovedDate['offers'], from: Instant | null, now: Instant) => ({
  ...offers,
  until: from ?? addMs(now, OFFERED_FOR_MS),
});

/**
 * A pass opens and its seats are taken: one letter names them all. A date that was moved or called off while its money
 * was on the way is so for them as well, as for everybody who had a seat by then.
 * @param held dates at which its holder has a seat by what closes in its favour: that seat goes over to it
 */
export function seated(
  state: ShopState,
  { id: passId, seats, cause }: PassSeed,
  { now, ids }: { now: Instant; ids: IdsPort },
  held: ReadonlySet<ClassDateId> = new Set(),
): ShopEvent[] {
  if (!seats) return [];
  const taken = seats.at
    .filter(({ dateId }) => seats.units > 1 || !held.has(dateId))
    .map((seat) => ({ ...seat, sessionId: ids.next('ses') }));
  const events = seatsTaken(taken, { passId, units: seats.units, now });
  for (const { sessionId: id, dateId, from, until, zone } of taken) {
    const known = state.classDates.get(dateId);
    const seat = { id, dateId, from, until, zone, sequence: 0 };
    const isAlone = cause.kind === 'paid' && cause.agreementId === undefined;
    const chosen = known?.offers ?? { otherDate: true, money: true };
    const offers = { ...chosen, money: chosen.money && isAlone };
    // Over before the bank had answered, it is nothing that they could have come to.
    if (known?.calledOff || (known?.until ?? until) <= now)
      events.push(...calledOff(seat, { by: 'seller', counts: false, offered: offeredFor(offers, null, now) }));
    else if (known && known.from !== null && known.until !== null && known.from !== from)
      events.push(
        ...seatMoved(
          seat,
          { from: known.from, until: known.until, offered: offeredFor(offers, known.from, now), by: 'seller' },
          now,
        ),
      );
  }
  return events;
}

/** Seats are somebody's by a pass: one letter names them all. @param taken at one date or more */
export function seatsTaken(
  taken: readonly (Omit<SeatBought, 'zone'> & { sessionId: SessionId; zone: string | null })[],
  { passId, units, now }: { passId: PassId; units: number; now: Instant },
): ShopEvent[] {
  const [first, ...others] = taken;
  if (!first) return [];
  return [
    ...taken.map((seat) =>
      fact('session.booked', {
        ...seat,
        passId,
        ...(units > 1 ? { seats: units } : {}),
        before: 0,
        after: 0,
        remindAt: nextReminder(seat, now),
        by: 'member',
      }),
    ),
    fact('session.mailDue', {
      key: keyOf('session', first.sessionId, '0'),
      sessionId: first.sessionId,
      mail: 'booked',
      from: first.from,
      until: first.until,
      was: null,
      sequence: 0,
      by: 'member',
      ...(others.length > 0 ? { also: others.map(({ sessionId }) => sessionId) } : {}),
    }),
  ];
}

type Seat = Pick<Session, 'id' | 'from' | 'until' | 'zone' | 'sequence' | 'dateId'>;

/** A seat is at another time from now on, by its date or at another one; its member hears of it. */
export function seatMoved(
  { id: sessionId, from: was, zone, sequence: before, dateId }: Seat,
  to: Pick<EventOf<'session.moved'>['data'], 'from' | 'until' | 'by' | 'dateId' | 'offered'>,
  now: Instant,
): ShopEvent[] {
  const { from, until, by, offered } = to;
  const sequence = before + 1;
  return [
    fact('session.moved', {
      sessionId,
      sequence,
      before: 0,
      after: 0,
      zone,
      remindAt: nextReminder({ from, dateId: to.dateId ?? dateId }, now),
      ...to,
    }),
    fact('session.mailDue', {
      key: keyOf('session', sessionId, String(sequence)),
      sessionId,
      mail: 'moved',
      from,
      until,
      was,
      sequence,
      by,
      ...(offered ? { offered } : {}),
    }),
  ];
}
