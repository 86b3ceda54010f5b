import { Router } from 'express';
import { mayDo } from '#core/helpers';
import type { ClassDateId } from '#core/ids';
import { calledBySeller } from '#core/people';
import { datesOf, moneyOffered, type ShopState, toldOfDate } from '#core/shop';
import type { DateRow } from '../../wire';
import { DELIVER_ROUTES } from '../../wire/contract';
import type { CounterContext } from '../context';
import { Problem, refusalProblem } from '../http/problem';
import { type Reading, readingFor } from '../shared/reading';
import { mayBack } from './mayBack';
import { serve } from './serve';
import { refuseWho } from './who';

/** Dates of classes: who has a seat, and what becomes of them. */
export function classRoutes(context: CounterContext): Router {
  const router = Router();
  const { runner } = context;

  serve(router, context, DELIVER_ROUTES.dates, async ({ req }) => {
    await runner.synced();
    return { now: runner.now(), dates: dateRows(readingFor(context, req)) };
  });

  serve(router, context, DELIVER_ROUTES.date, async ({ params, req }) => {
    await runner.synced();
    const { state } = runner;
    const reading = readingFor(context, req);
    const date = dateRows(reading).find(({ id }) => id === params.date);
    if (!date) throw new Problem(404, 'There is no such date here. Nothing was changed.', 'no-such-date');
    const people = seatsOf(state, date.id).map(({ id: sessionId, passId, seats, status, calledOffBy: by }) => {
      const personId = state.passes.get(passId)?.personId ?? '';
      const person = context.people.get(personId);
      const address = person?.address ?? '';
      return { sessionId, personId, name: calledBySeller(person) || address, address, seats, status, by };
    });
    return {
      date,
      now: runner.now(),
      people: people.sort((a, b) => a.name.localeCompare(b.name)),
      told: toldOfDate(state, date.id),
    };
  });

  serve(router, context, DELIVER_ROUTES.actOnDate, async ({ body: act, params, ...asked }) => {
    const { product: productId, date: dateId } = params;
    const by = asked.by.id;
    if (act.act === 'held') {
      const missed = new Set(act.missed);
      for (const { id: sessionId, status } of seatsOf(runner.state, dateId)) {
        const as = missed.has(sessionId) ? 'missed' : 'held';
        if (status === 'called-off' || status === as) continue;
        const done = await runner.execute({ type: 'mark-session', sessionId, as, counts: false }, by);
        if ('refused' in done) throw refusalProblem(done);
      }
      return { sentence: 'Noted.' };
    }
    if (act.offers.money && !mayDo(asked.by.rights, 'give-back'))
      refuseWho(
        context,
        asked.req,
        'You may not give money back here, so you cannot offer it. Nothing was changed. The owner can allow it in Shop.',
      );
    // Money that is offered goes back without anybody being asked again.
    if (act.offers.money)
      for (const { orderId, share } of moneyOffered(runner.state, dateId))
        mayBack(context, asked, orderId, share.amount);
    const told = toldOfDate(runner.state, dateId).people;
    const done = await runner.execute(
      act.act === 'move'
        ? { type: 'move-date', productId, dateId, from: act.from, offers: act.offers }
        : { type: 'call-off-date', productId, dateId, offers: act.offers },
      by,
    );
    if ('refused' in done) throw refusalProblem(done);
    const what = act.act === 'move' ? 'Moved' : 'Cancelled';
    const who =
      told === 0
        ? 'Nobody had a seat'
        : told === 1
          ? '1 person is notified by email'
          : `${told} people are notified by email`;
    return { sentence: `${what}. ${who}.` };
  });
  return router;
}

const seatsOf = (state: Pick<ShopState, 'sessions'>, dateId: ClassDateId) =>
  [...state.sessions.values()].filter((session) => session.dateId === dateId);

/** Every date of every class of the live release, as it stands. */
export function dateRows({ state, live, now }: Pick<Reading, 'state' | 'live' | 'now'>): DateRow[] {
  const unmarked = new Map<ClassDateId, number>();
  for (const { dateId, status, until } of state.sessions.values())
    if (dateId !== null && status === 'booked' && until <= now) unmarked.set(dateId, (unmarked.get(dateId) ?? 0) + 1);
  return (live?.content.products ?? []).flatMap((product) =>
    product.kind !== 'live-class'
      ? []
      : (datesOf(state, product) ?? []).map((date): DateRow => ({
          id: date.id,
          productId: product.id,
          title: product.title,
          from: date.from,
          until: date.until,
          zone: date.zone,
          seats: date.seats,
          taken: date.taken,
          calledOff: date.calledOff,
          join: product.dates.find(({ id }) => id === date.id)?.join ?? '',
          unmarked: unmarked.get(date.id) ?? 0,
        })),
  );
}
