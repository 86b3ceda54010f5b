import type { SessionRow } from '../../../wire/booking';
import type { DateRow } from '../../../wire/classDates';

const CALLED_OFF = { member: 'called off by them', seller: 'called off by you', access: 'fell away with access' };

/** How a session stands, for the seller. */
export function howItStands({ status, counts, calledOffBy, until, from }: SessionRow, now: string): string {
  if (status === 'held') return 'held';
  if (status === 'missed') return counts ? 'missed' : 'missed, given back';
  if (status === 'called-off') return `${CALLED_OFF[calledOffBy ?? 'seller']}${counts ? ', counts' : ''}`;
  if (until <= now) return 'over: held or missed?';
  return from <= now ? 'on now' : 'booked';
}

export const seatsSaid = (n: number): string => (n === 1 ? '1 seat' : `${n} seats`);

/** How a date stands, in a few words beside its row. */
export function dateStands({ calledOff, seats, taken, unmarked }: DateRow): string {
  if (calledOff) return 'called off';
  if (unmarked > 0) return 'over: who was there?';
  if (seats === null) return seatsSaid(taken);
  return taken >= seats ? `full, ${seatsSaid(seats)}` : `${taken} of ${seatsSaid(seats)}`;
}
