import type { LedgerEntry } from '#core/booking';
import type { ClassDateId, RefundId } from '#core/ids';
import type { EventOf, EventType } from '#core/journal';
import { need, push } from '../../../engine/known';
import type { ShopState } from '../../../engine/state';

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
  'session.booked': (state, { sessionId, dateId = null, seats = 1, ...booked }, at) => {
    const { passId, productId, from, until, before, after, zone, remindAt } = booked;
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
      counts: dateId === null,
      sequence: 0,
      bookedAt: at,
      calledOffBy: null,
      dateId,
      seats,
      offered: null,
      moneyBack: null,
    });
    if (dateId !== null) countSeats(state, dateId, seats);
    push(state.sessionsOfPass, passId, sessionId);
    if (remindAt !== null) state.due.set({ at: remindAt, what: { kind: 'session-near', sessionId } });
  },
  'session.moved': (state, { sessionId, remindAt, dateId, offered = null, by: _, ...time }) => {
    const session = need(state.sessions, sessionId);
    if (dateId !== undefined && session.dateId !== null) {
      countSeats(state, session.dateId, -session.seats);
      countSeats(state, dateId, session.seats);
      session.dateId = dateId;
    }
    Object.assign(session, time, { offered });
    if (remindAt === null) state.due.drop({ kind: 'session-near', sessionId });
    else state.due.set({ at: remindAt, what: { kind: 'session-near', sessionId } });
  },
  'session.calledOff': (state, { sessionId, sequence, by, counts, offered = null }) => {
    const session = need(state.sessions, sessionId);
    if (session.dateId !== null) countSeats(state, session.dateId, -session.seats);
    Object.assign(session, { status: 'called-off', sequence, counts, calledOffBy: by, offered });
    state.due.drop({ kind: 'session-near', sessionId });
  },
  'session.fewerSeats': (state, { sessionId, seats }) => {
    const session = need(state.sessions, sessionId);
    if (session.dateId !== null) countSeats(state, session.dateId, -seats);
    session.seats -= seats;
  },
  'session.moneyTaken': (state, { sessionId, refundId }) => {
    const session = need(state.sessions, sessionId);
    Object.assign(session, { moneyBack: { refundId, offered: session.offered }, offered: null });
    state.moneyForSeats.set(refundId, sessionId);
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
    state.due.drop({ kind: 'session-near', sessionId });
  },
  'session.mailDue': (state, data, at) => {
    state.pending.set(data.key, { ...data, kind: 'session-mail', writtenAt: at });
    // Reminded of once: a history that is read again sets no moment for it.
    if (data.mail === 'reminder') state.due.drop({ kind: 'session-near', sessionId: data.sessionId });
    if (data.remindAt !== undefined)
      state.due.set({ at: data.remindAt, what: { kind: 'session-near', sessionId: data.sessionId } });
  },
};

/** The service did not give it back: what was offered for a seat is offered still. */
export function offeredAgain(state: ShopState, refundId: RefundId): void {
  const session = state.sessions.get(state.moneyForSeats.get(refundId) ?? '');
  if (session?.moneyBack) Object.assign(session, { offered: session.moneyBack.offered, moneyBack: null });
}

function countSeats(state: ShopState, dateId: ClassDateId, by: number): void {
  state.seatsTaken.set(dateId, (state.seatsTaken.get(dateId) ?? 0) + by);
}
