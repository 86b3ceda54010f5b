import type { OfPerson } from '../../engine/ofPerson';
import { passesFor } from '../access/passesFor';
import { entriesOf, sessionsOfPass, sessionsOfPerson } from './ledger';

export const sessionsHeldOf: OfPerson = {
  holds: (state, personId) => ({
    booked: passesFor(state, personId).flatMap(({ id }) => [...entriesOf(state, id), ...sessionsOfPass(state, id)]),
  }),
  underWay: (state, personId, now) =>
    sessionsOfPerson(state, personId).some(({ status, until }) => status === 'booked' && until > now)
      ? { why: 'still-booked' }
      : null,
  whom: {
    'session-mail': (state, { sessionId }) => state.passes.get(state.sessions.get(sessionId)?.passId ?? '')?.personId,
  },
};
