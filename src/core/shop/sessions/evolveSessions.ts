import type { LedgerEntry } from '#core/booking';
import type { EventOf, EventType } from '#core/journal';
import { need, push } from '../known';
import type { ShopState } from '../state';

type Kinds = Extract<EventType, `session.${string}` | `sessions.${string}`>;
type Appliers = { [T in Kinds]: (state: ShopState, data: EventOf<T>['data'], at: string) => void };

/** How facts about sessions change the state: copied as they stand. */
export const sessionAppliers: Appliers = {
  'sessions.given': (state, { passId, ...given }, at) =>
    push<string, LedgerEntry>(state.sessionEntries, passId, { kind: 'given', at, ...given }),
  'sessions.lapsed': (state, { passId, count }, at) =>
    push<string, LedgerEntry>(state.sessionEntries, passId, { kind: 'lapsed', at, count }),
  'sessions.takenBack': (state, { passId, count, refundId }, at) =>
    push<string, LedgerEntry>(state.sessionEntries, passId, { kind: 'taken-back', at, count, refundId }),
  'session.booked': (state, { sessionId, passId, productId, from, until, before, after, zone, remindAt }, at) => {
    state.sessions.set(sessionId, {
      id: sessionId,
      passId,
      productId,
      from,
      until,
      before,
      after,
      zone,
      status: 'booked',
      counts: true,
      sequence: 0,
      bookedAt: at,
      calledOffBy: null,
    });
    push(state.sessionsOfPass, passId, sessionId);
    if (remindAt !== null) state.due.set({ at: remindAt, what: { kind: 'session-near', sessionId } });
  },
  'session.moved': (state, { sessionId, from, until, before, after, zone, sequence, remindAt }) => {
    Object.assign(need(state.sessions, sessionId), { from, until, before, after, zone, sequence });
    if (remindAt === null) state.due.drop({ sessionId });
    else state.due.set({ at: remindAt, what: { kind: 'session-near', sessionId } });
  },
  'session.calledOff': (state, { sessionId, sequence, by, counts }) => {
    Object.assign(need(state.sessions, sessionId), { status: 'called-off', sequence, counts, calledOffBy: by });
    state.due.drop({ sessionId });
  },
  'session.passedOn': (state, { sessionId, passId }) => {
    const session = need(state.sessions, sessionId);
    const before = state.sessionsOfPass.get(session.passId) ?? [];
    state.sessionsOfPass.set(
      session.passId,
      before.filter((id) => id !== sessionId),
    );
    push(state.sessionsOfPass, passId, sessionId);
    session.passId = passId;
  },
  'session.marked': (state, { sessionId, as, counts }) => {
    Object.assign(need(state.sessions, sessionId), { status: as, counts });
    state.due.drop({ sessionId });
  },
  'session.mailDue': (state, data, at) => {
    state.todo.set(data.key, { ...data, kind: 'session-mail', writtenAt: at });
    // Reminded of once: a history that is read again sets no moment for it.
    if (data.mail === 'reminder') state.due.drop({ sessionId: data.sessionId });
  },
};
