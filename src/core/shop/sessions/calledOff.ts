import type { Session, SessionBy } from '#core/booking';
import { fact, type ShopEvent } from '#core/journal';
import { keyOf } from '../ids';

/** A session is called off, and its member hears of it. */
export function calledOff(
  { id: sessionId, from, until, sequence: before }: Session,
  { by, counts }: { by: SessionBy; counts: boolean },
): ShopEvent[] {
  const sequence = before + 1;
  return [
    fact('session.calledOff', { sessionId, sequence, by, counts }),
    fact('session.mailDue', {
      key: keyOf('session', sessionId, String(sequence)),
      sessionId,
      mail: 'called-off',
      from,
      until,
      was: null,
      sequence,
      by,
    }),
  ];
}
