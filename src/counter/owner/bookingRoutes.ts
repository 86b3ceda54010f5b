import { Router } from 'express';
import { addDays, dateIn, instantOf, startOfDate } from '#core/calendar';
import type { Session } from '#core/booking';
import { isGone, calledBySeller } from '#core/people';
import { fallingAfter, leftOn, passesFor } from '#core/shop';
import { isOpen } from '#core/passes';
import { wordsFor } from '#core/words';
import type { SessionRow } from '../../wire';
import { DELIVER_ROUTES } from '../../wire/contract';
import { type CounterContext, shopOf } from '../context';
import { Problem, refusalProblem } from '../http/problem';
import { productTitle } from '../shared/orderView';
import { readingFor } from '../shared/reading';
import { coachingIn, ledgerInWords } from '../shared/sessionView';
import { dateRows } from './classRoutes';
import { DONE, serve } from './serve';

/** The widest span of dates that is asked for at once. */
const MOST_DATES = 100;

/** The seller's days: sessions, what becomes of them, and when something else is in the way. */
export function bookingRoutes(context: CounterContext): Router {
  const router = Router();
  const { runner, learners } = context;

  serve(router, context, DELIVER_ROUTES.booked, async ({ query, req }) => {
    await runner.synced();
    const { state } = runner;
    const { zone } = shopOf(context);
    const now = runner.now();
    const from = query.from ?? dateIn(now, zone);
    const asked = query.to ?? from;
    const to = asked < addDays(from, MOST_DATES) ? asked : addDays(from, MOST_DATES);
    const [begins, ends] = [startOfDate(from, zone), startOfDate(addDays(to, 1), zone)];
    const sessions: Session[] = [];
    let unmarked = 0;
    let oldest: string | null = null;
    for (const session of state.sessions.values()) {
      // Seats at a date of a class are told with it.
      if (session.dateId !== null) continue;
      if (session.status === 'booked' && session.until <= now) {
        unmarked += 1;
        if (oldest === null || session.from < oldest) oldest = session.from;
      }
      if (session.from >= begins && session.from < ends) sessions.push(session);
    }
    sessions.sort((a, b) => (a.from < b.from ? -1 : 1));
    const reading = readingFor(context, req);
    const dates = dateRows(reading).sort((a, b) => (a.from < b.from ? -1 : 1));
    const row = (session: Session): SessionRow => {
      const personId = state.passes.get(session.passId)?.personId ?? '';
      const person = context.people.get(personId);
      const kept = isGone(person) ? undefined : learners.get(personId).booked?.[session.id];
      const { id, productId, passId, status, counts, calledOffBy } = session;
      return {
        id,
        productId,
        passId,
        personId,
        title: productTitle(reading, productId),
        minutes: Math.round((Date.parse(session.until) - Date.parse(session.from)) / 60_000),
        name: calledBySeller(person) || (person?.address ?? ''),
        address: person?.address ?? '',
        from: session.from,
        until: session.until,
        status,
        counts,
        calledOffBy,
        zone: session.zone,
        place: coachingIn(reading, productId)?.place ?? '',
        answers: kept?.answers ?? [],
        note: kept?.note ?? '',
      };
    };
    return {
      now,
      zone,
      sessions: sessions.map(row),
      dates: dates.filter((date) => date.from >= begins && date.from < ends),
      unmarked,
      oldestUnmarked: oldest,
      busy: context.busy
        .all()
        .map((one) => ({ from: instantOf(one.from), until: instantOf(one.until) }))
        .filter((one) => one.until > begins && one.from < ends),
      busyName: context.busy.name(),
    };
  });

  serve(router, context, DELIVER_ROUTES.actOnBooked, async ({ body: act, params: { id: sessionId }, by }) => {
    const session = runner.state.sessions.get(sessionId);
    if (!session) throw new Problem(404, 'There is no such session here. Nothing was changed.', 'no-such-session');
    if (act.act === 'note') {
      const personId = runner.state.passes.get(session.passId)?.personId ?? '';
      await learners.change(personId, (record) => ({
        ...record,
        booked: {
          ...record.booked,
          [sessionId]: { answers: record.booked?.[sessionId]?.answers ?? [], note: act.text },
        },
      }));
      return { sentence: 'Noted.' };
    }
    const done = await runner.execute(
      act.act === 'move'
        ? { type: 'move-session', sessionId, personId: null, at: act.at, busy: [], by: 'seller', zone: null }
        : act.act === 'call-off'
          ? { type: 'call-off-session', sessionId, personId: null, by: 'seller', counts: act.counts, seenLate: true }
          : { type: 'mark-session', sessionId, as: act.as, counts: act.counts },
      by.id,
    );
    if ('refused' in done) throw refusalProblem(done);
    return { sentence: SAID[act.act] };
  });

  serve(router, context, DELIVER_ROUTES.bookFor, async ({ body: { at }, params, by }) => {
    const done = await runner.execute(
      {
        type: 'book-session',
        personId: params.id,
        productId: params.product,
        at,
        busy: [],
        by: 'seller',
        zone: null,
      },
      by.id,
    );
    if ('refused' in done) throw refusalProblem(done);
    return { sentence: 'Booked. They are notified by email.' };
  });

  serve(router, context, DELIVER_ROUTES.sessionsOf, ({ params, req }) => {
    const reading = readingFor(context, req);
    const { state, shop } = reading;
    const passes = passesFor(state, params.id).filter(({ sessions }) => sessions !== undefined);
    return {
      passes: passes.map((pass) => ({
        passId: pass.id,
        title: productTitle(reading, pass.productId),
        open: isOpen(pass, reading.now),
        left: Math.max(0, leftOn(state, pass.id)),
        coming: fallingAfter(state, pass.id, reading.now, reading.now).length,
        ledger: ledgerInWords(state, pass.id, { words: wordsFor('en').booking, zone: shop.zone, locale: 'en' }),
      })),
    };
  });

  serve(router, context, DELIVER_ROUTES.giveSessions, async ({ body: { count, reason }, params, by }) => {
    const done = await runner.execute({ type: 'give-sessions', passId: params.id, count, reason }, by.id);
    if ('refused' in done) throw refusalProblem(done);
    return { sentence: count === 1 ? 'One session more.' : `${count} sessions more.` };
  });

  serve(router, context, DELIVER_ROUTES.putBusy, async ({ body: { name, stretches } }) => {
    await context.busy.put({ name, stretches: stretches.filter(({ from, until }) => from < until) });
    return DONE;
  });
  return router;
}

const SAID = {
  move: 'Moved. They are notified by email.',
  'call-off': 'Cancelled. They are notified by email.',
  mark: 'Noted.',
} as const;
