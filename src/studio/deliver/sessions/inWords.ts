import type { SessionRow } from '../../../wire/booking';
import type { DateRow } from '../../../wire/classDates';
import { deliverSessionsWords } from '#say/deliver/sessions';
const say = deliverSessionsWords.inWords;

const CALLED_OFF = { member: say.cancelledMember, seller: say.cancelledYou, access: say.cancelledBecauseAccessEnded };

/** How a session stands, for the seller. */
export function howItStands({ status, counts, calledOffBy, until, from }: SessionRow, now: string): string {
  if (status === 'held') return 'held';
  if (status === 'missed') return counts ? 'missed' : say.missedSessionReturned;
  if (status === 'called-off') return `${CALLED_OFF[calledOffBy ?? 'seller']}${counts ? say.countsAsUsed : ''}`;
  if (until <= now) return say.overHeldMissed;
  return from <= now ? say.onNow : 'booked';
}

export const seatsSaid = (n: number): string => (n === 1 ? say.seat : say.seats(n));

/** How a date stands, in a few words beside its row. */
export function dateStands({ calledOff, seats, taken, unmarked }: DateRow): string {
  if (calledOff) return say.cancelled;
  if (unmarked > 0) return say.overWhoAttended;
  if (seats === null) return seatsSaid(taken);
  return taken >= seats ? say.full(seatsSaid(seats)) : say.of(taken, seatsSaid(seats));
}
