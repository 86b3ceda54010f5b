import type { Feature } from '../../engine/feature';
import { markDone, reached } from '../../engine/performEffect';
import { bookSession, callOffSession, giveSessions, markSession, moveSession, remindSession } from './bookSession';
import { sessionsFollow } from './follow';
import { bookingFold } from './fold';
import { sessionsHeldOf } from './ofPerson';

/** Sessions: what passes bring, what is booked, moved and called off, and the emails about it. */
export const booking: Feature = {
  name: 'booking',
  fold: bookingFold,
  ofPerson: sessionsHeldOf,
  commands: {
    'book-session': bookSession,
    'move-session': moveSession,
    'call-off-session': callOffSession,
    'mark-session': markSession,
    'give-sessions': giveSessions,
    'remind-session': remindSession,
  },
  followers: [sessionsFollow],
  dues: { 'session-near': { command: ({ sessionId }, dueAt) => ({ type: 'remind-session', sessionId, dueAt }) } },
  effects: {
    'session-mail': async ({ kind: _, writtenAt: at, ...mail }, tools) => {
      const { sessions, passes } = tools.state();
      const session = sessions.get(mail.sessionId);
      const pass = session && passes.get(session.passId);
      const person = pass && reached(tools, pass.personId);
      const also = (mail.also ?? []).flatMap((id) => sessions.get(id) ?? []);
      if (person && session) await tools.ports.mailer.sendSession({ key: mail.key, mail, session, also, person, at });
      return markDone(tools, mail.key);
    },
  },
};
