import type { Offered, Session, SessionBy } from '#core/booking';
import { fact, type ShopEvent } from '#core/journal';
import { keyOf } from '../../engine/ids';

/** A session is called off, and its member hears of it, with what they may choose now. */
export function calledOff(
  { id: sessionId, from, until, sequence: before }: Pick<Session, 'id' | 'from' | 'until' | 'sequence'>,
  { by, counts, offered }: { by: SessionBy; counts: boolean; offered?: Offered | undefined },
): ShopEvent[] {
  const sequence = before + 1;
  return [
    fact('session.calledOff', { sessionId, sequence, by, counts, ...(offered ? { offered } : {}) }),
    fact('session.mailDue', {
      key: keyOf('session', sessionId, String(sequence)),
      sessionId,
      mail: 'called-off',
      from,
      until,
      was: null,
      sequence,
      by,
      ...(offered ? { offered } : {}),
    }),
  ];
}
