import type { SessionRow } from '../../../wire/booking';

const CALLED_OFF = { member: 'called off by them', seller: 'called off by you', access: 'fell away with access' };

/** How a session stands, for the seller. */
export function howItStands({ status, counts, calledOffBy, until, from }: SessionRow, now: string): string {
  if (status === 'held') return 'held';
  if (status === 'missed') return counts ? 'missed' : 'missed, given back';
  if (status === 'called-off') return `${CALLED_OFF[calledOffBy ?? 'seller']}${counts ? ', counts' : ''}`;
  if (until <= now) return 'over: held or missed?';
  return from <= now ? 'on now' : 'booked';
}
