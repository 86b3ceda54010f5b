import { isFree, isSlot, type Session, type Stretch, type Taken } from '#core/booking';
import { addMs, DAY, HOUR, type Instant, isInstant, MINUTE, msOf } from '#core/calendar';
import { asBooked, type Coaching, type Product } from '#core/catalogue';
import { datesOf } from '../classes/dates';
import { fact } from '#core/journal';
import type { SessionId } from '#core/ids';
import { passState } from '#core/passes';
import { refuse } from '#core/refusal';
import { type Command, type DecideContext, type Decision } from '../../engine/command';
import { groundsOf } from '../access/grounds';
import { keyOf } from '../../engine/ids';
import { passesFor } from '../access/passesFor';
import { calledOff } from './calledOff';
import { leftOn, sessionsOfPass } from './ledger';
import { nextReminder, remindersOf } from './reminders';
import type { ShopState } from '../../engine/state';

type BookSession = Extract<Command, { type: 'book-session' }>;
type MoveSession = Extract<Command, { type: 'move-session' }>;
type CallOffSession = Extract<Command, { type: 'call-off-session' }>;

/**
 * Books a session at a moment, by the pass whose access ends first. A member books what is open to them; the seller
 * whatever is free. Asked again for the same moment it is booked once.
 */
export function bookSession(state: ShopState, command: BookSession, context: DecideContext): Decision {
  const { personId, productId, at, busy, by } = command;
  const coaching = coachingOf(productId, context);
  if (!coaching) return refuse('no-such-product');
  const passes = passesFor(state, personId, productId).filter((pass) => passState(pass, context.now) !== 'closed');
  if (passes.length === 0) return refuse('no-such-product');
  const again = passes
    .flatMap(({ id }) => sessionsOfPass(state, id))
    .find((s) => s.status === 'booked' && s.from === at);
  if (again) return { events: [] };
  const no = notAt(state, coaching, { at, busy, by, except: null }, context);
  if (no) return no;
  const open = passes.filter((pass) => passState(pass, context.now) === 'open');
  if (open.length === 0) return refuse('sessions-on-hold');
  const withLeft = open.filter(({ id }) => leftOn(state, id) > 0);
  if (withLeft.length === 0) return refuse('no-sessions-left');
  const until = addMs(at, coaching.minutes * MINUTE);
  const [pass] = withLeft
    .map(({ id }) => ({ id, ends: accessEndsAt(state, id) }))
    .filter(({ ends }) => ends === null || until <= ends)
    .sort((a, b) => ((a.ends ?? '9') < (b.ends ?? '9') ? -1 : 1));
  if (!pass) return refuse('session-after-access');
  const sessionId = context.ids.next('ses');
  return {
    events: [
      fact('session.booked', {
        sessionId,
        passId: pass.id,
        productId,
        by,
        zone: command.zone,
        ...timeOf(coaching, at, context.now),
      }),
      fact('session.mailDue', {
        key: keyOf('session', sessionId, '0'),
        sessionId,
        mail: 'booked',
        from: at,
        until,
        was: null,
        sequence: 0,
        by,
      }),
    ],
  };
}

/** Moves a session to another moment. A member can until the notice; the seller for as long as it has not begun. */
export function moveSession(state: ShopState, command: MoveSession, context: DecideContext): Decision {
  const { at, busy, by } = command;
  const session = sessionOf(state, command);
  const coaching = session && coachingOf(session.productId, context);
  if (!session || !coaching) return refuse('no-such-session');
  if (session.status !== 'booked') return refuse('session-over');
  if (session.from === at) return { events: [] };
  if (session.from <= context.now) return refuse('session-begun');
  if (by === 'member' && isLate(session, coaching, context.now))
    return refuse('session-late', { noticeHours: coaching.noticeHours });
  const pass = state.passes.get(session.passId);
  // The seller moves what stands, also while access is on hold.
  if (!pass || (by === 'member' && passState(pass, context.now) !== 'open')) return refuse('sessions-on-hold');
  const no = notAt(state, coaching, { at, busy, by, except: session.id }, context);
  if (no) return no;
  const time = timeOf(coaching, at, context.now);
  const ends = accessEndsAt(state, session.passId);
  if (ends !== null && time.until > ends) return refuse('session-after-access');
  const sequence = session.sequence + 1;
  return {
    events: [
      fact('session.moved', { sessionId: session.id, sequence, by, zone: command.zone ?? session.zone, ...time }),
      fact('session.mailDue', {
        key: keyOf('session', session.id, String(sequence)),
        sessionId: session.id,
        mail: 'moved',
        from: time.from,
        until: time.until,
        was: session.from,
        sequence,
        by,
      }),
    ],
  };
}

/**
 * Calls a session off. Before the notice, and by the seller, it is given back; called off late by a member it counts,
 * unless the seller has said otherwise.
 */
export function callOffSession(state: ShopState, command: CallOffSession, context: DecideContext): Decision {
  const session = sessionOf(state, command);
  if (!session) return refuse('no-such-session');
  if (session.status === 'called-off') return { events: [] };
  if (session.status !== 'booked') return refuse('session-over');
  if (command.by === 'member' && session.from <= context.now) return refuse('session-begun');
  const coaching = coachingOf(session.productId, context);
  const late = command.by === 'member' && coaching !== undefined && isLate(session, coaching, context.now);
  // Whoever was told that it is in time is not charged for having pressed a moment later.
  if (late && !command.seenLate) return refuse('session-late', { noticeHours: coaching.noticeHours });
  return {
    events: calledOff(session, {
      by: command.by,
      counts: session.dateId === null && (command.by === 'seller' ? command.counts : late),
    }),
  };
}

/** What became of a session: said again it is corrected. One that was called off late can be given back so too. */
export function markSession(
  state: ShopState,
  { sessionId, as, counts }: Extract<Command, { type: 'mark-session' }>,
  { now }: DecideContext,
): Decision {
  const session = state.sessions.get(sessionId);
  if (!session) return refuse('no-such-session');
  if (session.status === 'called-off') return refuse('session-over');
  if (session.from > now) return refuse('session-not-begun');
  // A seat at a class takes none of those that were given.
  const takes = session.dateId === null && (as === 'held' || counts);
  if (session.status === as && session.counts === takes) return { events: [] };
  // Given back before and counted again, it must not take what is booked otherwise by now.
  if (takes && !session.counts && leftOn(state, session.passId) <= 0) return refuse('no-sessions-left');
  return { events: [fact('session.marked', { sessionId, as, counts: takes })] };
}

/** Sessions by hand, beyond what was sold. */
export function giveSessions(
  state: ShopState,
  { passId, count, reason }: Extract<Command, { type: 'give-sessions' }>,
  { now }: DecideContext,
): Decision {
  const pass = state.passes.get(passId);
  if (!pass?.sessions) return refuse('no-such-pass');
  if (passState(pass, now) === 'closed') return refuse('pass-closed');
  return { events: [fact('sessions.given', { passId, count, why: 'by-hand', key: null, reason })] };
}

/** A session is near: its member is reminded, unless it has moved or was called off meanwhile. */
export function remindSession(
  state: ShopState,
  { sessionId, dueAt }: Extract<Command, { type: 'remind-session' }>,
  { now }: DecideContext,
): Decision {
  const session = state.sessions.get(sessionId);
  const which = session ? remindersOf(session).indexOf(dueAt) : -1;
  if (session?.status !== 'booked' || which < 0 || session.from <= now) return refuse('nothing-to-do', { why: 'done' });
  const { from, until, sequence } = session;
  const again = nextReminder(session, now);
  return {
    events: [
      fact('session.mailDue', {
        key: keyOf('session', sessionId, `r${sequence}`, ...(which > 0 ? [which] : [])),
        sessionId,
        mail: 'reminder',
        from,
        until,
        was: null,
        sequence,
        by: 'seller',
        ...(again === null ? {} : { remindAt: again }),
      }),
    ],
  };
}

const coachingOf = (productId: string, context: DecideContext): Coaching | undefined => {
  const product = groundsOf(context).products.find((p) => p.id === productId);
  return product?.kind === 'coaching' ? product : undefined;
};

/** A session; a member's own only. */
function sessionOf(state: ShopState, { sessionId, personId }: { sessionId: SessionId; personId: string | null }) {
  const session = state.sessions.get(sessionId);
  if (!session || (personId !== null && state.passes.get(session.passId)?.personId !== personId)) return undefined;
  return session;
}

export const isLate = ({ from }: Pick<Session, 'from'>, { noticeHours }: Coaching, now: Instant): boolean =>
  addMs(now, noticeHours * HOUR) > from;

/** When the access by which sessions are booked ends, as far as is known. */
export function accessEndsAt(state: ShopState, passId: string): Instant | null {
  const pass = state.passes.get(passId);
  const agreement = pass?.cause.kind === 'paid' ? state.agreements.get(pass.cause.agreementId ?? '') : undefined;
  const ends = agreement?.status === 'ending' ? agreement.endsAt : null;
  if (pass?.until == null) return ends;
  return ends !== null && ends < pass.until ? ends : pass.until;
}

function timeOf(coaching: Coaching, at: Instant, now: Instant) {
  return {
    from: at,
    until: addMs(at, coaching.minutes * MINUTE),
    before: coaching.bufferBefore,
    after: coaching.bufferAfter,
    remindAt: nextReminder({ from: at, dateId: null }, now),
  };
}

function notAt(
  state: ShopState,
  coaching: Coaching,
  {
    at,
    busy,
    by,
    except,
  }: { at: Instant; busy: readonly Stretch[]; by: 'member' | 'seller'; except: SessionId | null },
  context: DecideContext,
) {
  const { now } = context;
  if (!isInstant(at) || at <= now) return refuse('slot-taken');
  const rules = asBooked(coaching);
  const { zone, products } = groundsOf(context);
  const taken = takenTimes(state, products, busy, { now, except });
  const can = by === 'seller' ? isFree(rules, taken, at) : isSlot(rules, { now, zone, taken }, at);
  return can ? undefined : refuse('slot-taken');
}

/**
 * What takes time: every session that is not called off, whatever it is of, every date of a class, and what the seller
 * has to do besides.
 */
export function takenTimes(
  state: Pick<ShopState, 'sessions' | 'classDates' | 'seatsTaken' | 'taken'>,
  products: readonly Product[],
  busy: readonly Stretch[],
  { now, except = null }: { now: Instant; except?: SessionId | null },
): Taken[] {
  // What was over a week ago is in nobody's way, and on no date that can still be booked.
  const since = addMs(now, -7 * DAY);
  const taken: Taken[] = busy.map((stretch) => ({ ...stretch, before: 0, after: 0, session: false }));
  for (const product of products)
    for (const { from, until, calledOff: off } of datesOf(state, product) ?? [])
      if (!off && until > since)
        taken.push({ from: msOf(from), until: msOf(until), before: 0, after: 0, session: true });
  for (const { id, status, from, until, before, after, dateId } of state.sessions.values())
    if (status !== 'called-off' && until > since && id !== except && dateId === null)
      taken.push({ from: msOf(from), until: msOf(until), before, after, session: true });
  return taken;
}
