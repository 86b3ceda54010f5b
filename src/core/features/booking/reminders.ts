import type { Session } from '#core/booking';
import { addMs, DAY, HOUR, type Instant } from '#core/calendar';

/** When whoever has booked is reminded: a day before, and of a class an hour before as well. */
export const remindersOf = ({ from, dateId }: Pick<Session, 'from' | 'dateId'>): Instant[] =>
  (dateId === null ? [DAY] : [DAY, HOUR]).map((before) => addMs(from, -before));

/** The next of them; null where none is left: whoever books within that time has just read it. */
export const nextReminder = (session: Pick<Session, 'from' | 'dateId'>, now: Instant): Instant | null =>
  remindersOf(session).find((at) => at > now) ?? null;
