import express, { Router } from 'express';
import { ClassAnswer, Said, SeatAct, SeatRequest } from '../../wire';
import type { CounterContext } from '../context';
import { answer } from '../http/answer';
import { Problem, refusalProblem } from '../http/problem';
import { classFor } from '../shared/classView';
import { readingFor } from '../shared/reading';
import { learnerSaid, memberOf, perLearner, zoneSaid } from './learner';

/** Seats at dates of classes, as whoever has them takes, moves and gives them back. Another's are not found. */
export function classRoutes(context: CounterContext): Router {
  const router = Router();
  const { runner } = context;
  router.use(['/api/classes', '/api/seats'], perLearner(context), express.json({ limit: '8kb' }));

  router.get('/api/classes/:product', async (req, res) => {
    const personId = memberOf(context, req);
    await runner.synced();
    const found = classFor(readingFor(context, req), personId, String(req.params['product']));
    if (!found) throw new Problem(404, (say) => say.notYours, 'no-such-product');
    res.set('Cache-Control', 'no-store');
    answer(res, ClassAnswer, found);
  });

  router.post('/api/classes/:product', async (req, res) => {
    const personId = learnerSaid(context, req);
    const { dateId, zone } = SeatRequest.parse(req.body);
    const productId = String(req.params['product']);
    const done = await runner.execute({ type: 'take-seat', personId, productId, dateId, zone: zoneSaid(zone) });
    if ('refused' in done) throw refusalProblem(done);
    answer(res, Said, { sentence: readingFor(context, req).words.booking.seatTaken });
  });

  router.post('/api/seats/:id', async (req, res) => {
    const personId = learnerSaid(context, req);
    const act = SeatAct.parse(req.body);
    const sessionId = String(req.params['id']);
    const say = readingFor(context, req).words.booking;
    // A session of one's own is called off where it is booked: it has a price there.
    if (runner.state.sessions.get(sessionId)?.dateId === null)
      throw new Problem(404, (words) => words.notYours, 'no-such-session');
    const done = await runner.execute(
      act.act === 'change'
        ? { type: 'change-seat', sessionId, personId, dateId: act.dateId, zone: zoneSaid(act.zone) }
        : act.act === 'money'
          ? { type: 'take-money-back', sessionId, personId, reason: 'The date was changed' }
          : { type: 'call-off-session', sessionId, personId, by: 'member', counts: false, seenLate: true },
    );
    if ('refused' in done) throw refusalProblem(done);
    answer(res, Said, { sentence: { change: say.seatMoved, money: say.seatMoney, leave: say.seatLeft }[act.act] });
  });

  return router;
}
