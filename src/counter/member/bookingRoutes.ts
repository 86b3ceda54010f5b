import express, { Router } from 'express';
import { calendarFile, slotsFor } from '#core/booking';
import { addDays, dateIn } from '#core/calendar';
import { asBooked, type Coaching } from '#core/catalogue';
import type { PersonId, SessionId } from '#core/ids';
import { passesFor, sessionsOfPerson, takenTimes } from '#core/shop';
import { BookedAct, BookingAnswer, BookRequest, Said } from '../../wire';
import { type CounterContext, shopOf } from '../context';
import { answer } from '../http/answer';
import { Problem, refusalProblem } from '../http/problem';
import { textOf } from '../http/textOf';
import { entryOf } from '../ports/mailer';
import { productTitle } from '../shared/orderView';
import { type Reading, readingFor } from '../shared/reading';
import { coachingIn, isInTime, leftOf, ledgerInWords, nextSessionOf } from '../shared/sessionView';
import { whyOpen } from '../shared/whyOpen';
import { learnerSaid, memberOf, perLearner, zoneSaid } from './learner';

/** So many dates are looked through at once, and so many more where none of them is free. */
const DATES_AT_ONCE = 14;

/** Sessions as their member books, moves and calls them off. Another's are not found. */
export function bookingRoutes(context: CounterContext): Router {
  const router = Router();
  const { runner } = context;
  router.use(['/api/coaching', '/api/booked'], perLearner(context), express.json({ limit: '64kb' }));

  router.get('/api/coaching/:product', async (req, res) => {
    const personId = memberOf(context, req);
    await runner.synced();
    const reading = readingFor(context, req);
    res.set('Cache-Control', 'no-store');
    answer(
      res,
      BookingAnswer,
      bookingFor(context, reading, personId, String(req.params['product']), textOf(req.query['from'])),
    );
  });

  router.post('/api/coaching/:product', async (req, res) => {
    const personId = learnerSaid(context, req);
    const { at, zone, answers } = BookRequest.parse(req.body);
    const reading = readingFor(context, req);
    const coaching = coachingOf(reading, personId, String(req.params['product']));
    const said = coaching.questions.map(({ id, text: question, required }) => {
      const text = answers.find((one) => one.id === id)?.text.trim() ?? '';
      if (required && text === '')
        throw new Problem(422, () => reading.words.booking.answerNeeded(question), 'answer-needed');
      return { question, text };
    });
    const done = await runner.execute({
      type: 'book-session',
      personId,
      productId: coaching.id,
      at,
      busy: context.busy.all(),
      by: 'member',
      zone: zoneSaid(zone),
    });
    if ('refused' in done) throw refusalProblem(done);
    const sessionId = done.events.flatMap((e) => (e.type === 'session.booked' ? [e.data.sessionId] : []))[0];
    const written = said.filter(({ text }) => text !== '');
    const kept = sessionId === undefined || written.length === 0 || (await keepAnswers(personId, sessionId, written));
    answer(res, Said, { sentence: kept ? reading.words.booking.isBooked : reading.words.booking.answersNotKept });
  });

  router.post('/api/booked/:id', async (req, res) => {
    const personId = learnerSaid(context, req);
    const act = BookedAct.parse(req.body);
    const sessionId = String(req.params['id']);
    const say = readingFor(context, req).words.booking;
    const done = await runner.execute(
      act.act === 'move'
        ? {
            type: 'move-session',
            sessionId,
            personId,
            at: act.at,
            busy: context.busy.all(),
            by: 'member',
            zone: zoneSaid(act.zone),
          }
        : { type: 'call-off-session', sessionId, personId, by: 'member', counts: false, seenLate: act.seenLate },
    );
    if ('refused' in done) throw refusalProblem(done);
    const late = runner.state.sessions.get(sessionId)?.counts === true;
    answer(res, Said, { sentence: act.act === 'move' ? say.isMoved : late ? say.isCalledOffLate : say.isCalledOff });
  });

  router.get('/booked/:name', (req, res) => {
    const personId = memberOf(context, req);
    const id = /^([\w-]+)\.ics$/.exec(String(req.params['name']))?.[1];
    const reading = readingFor(context, req);
    const session = sessionsOfPerson(runner.state, personId).find((one) => one.id === id);
    const person = context.people.get(personId);
    if (!session || !person) throw new Problem(404, (say) => say.notYours, 'no-such-session');
    const about = {
      ...session,
      sessionId: session.id,
      title: productTitle(reading, session.productId),
      place: coachingIn(reading, session.productId)?.place ?? '',
    };
    const method = session.status === 'called-off' ? 'CANCEL' : 'REQUEST';
    res
      .set({
        'Content-Type': `text/calendar; charset=utf-8; method=${method}`,
        'Content-Disposition': 'attachment; filename="session.ics"',
        'Cache-Control': 'private, no-store',
      })
      .send(calendarFile(method, [entryOf(about, shopOf(context), person, runner.now())]));
  });

  /** @returns whether they are on the disk: what is booked stands in any case */
  async function keepAnswers(
    personId: PersonId,
    sessionId: SessionId,
    answers: { question: string; text: string }[],
  ): Promise<boolean> {
    try {
      await context.learners.change(personId, (record) => ({
        ...record,
        booked: { ...record.booked, [sessionId]: { answers, note: record.booked?.[sessionId]?.note ?? '' } },
      }));
      return true;
    } catch (error) {
      context.log('What was answered at a booking could not be kept', error);
      return false;
    }
  }
  return router;
}

/** Coaching that somebody has or had. @throws Problem for any other */
function coachingOf(reading: Reading, personId: PersonId, productId: string): Coaching {
  const coaching = coachingIn(reading, productId);
  if (!coaching || passesFor(reading.state, personId, productId).length === 0)
    throw new Problem(404, (say) => say.notYours, 'no-such-product');
  return coaching;
}

/** What somebody can book of their coaching, and has booked. @param from the first date to look through; empty for today */
export function bookingFor(
  context: CounterContext,
  reading: Reading,
  personId: PersonId,
  productId: string,
  from: string,
): BookingAnswer {
  const { state, now, shop, words, locale } = reading;
  const coaching = coachingOf(reading, personId, productId);
  const why = whyOpen(reading, personId, productId);
  const left = leftOf(state, personId, productId);
  const canMove = nextSessionOf(state, personId, now) !== undefined;
  const found =
    why.open && (left > 0 || canMove)
      ? freeTimes(context, reading, coaching, from)
      : { slots: [], from, to: from, next: null };
  return {
    title: coaching.title,
    minutes: coaching.minutes,
    left,
    leftSaid: words.booking.left(left),
    noticeHours: coaching.noticeHours,
    place: coaching.place,
    zone: shop.zone,
    questions: coaching.questions,
    whyNot: why.open ? (left > 0 ? '' : words.booking.left(0)) : why.sentence,
    sessions: sessionsOfPerson(state, personId, productId).map((session) => {
      const unmarked = session.status === 'booked' && session.until <= now;
      return {
        id: session.id,
        from: session.from,
        until: session.until,
        status: session.status,
        said: unmarked ? words.booking.stillBooked : words.booking.status[session.status],
        inTime: session.status === 'booked' && isInTime(session, coaching, now),
        begun: session.from <= now,
        over: session.status !== 'booked' || session.until <= now,
      };
    }),
    ledger: passesFor(state, personId, productId).flatMap(({ id }) =>
      ledgerInWords(state, id, { words: words.booking, zone: shop.zone, locale }),
    ),
    ...found,
  };
}

/** Free times from a date on: some weeks of them, begun where the first is. */
function freeTimes(context: CounterContext, reading: Reading, coaching: Coaching, from: string) {
  const { state, now, shop, live } = reading;
  const rules = asBooked(coaching);
  const taken = takenTimes(state, live?.content.products ?? [], context.busy.all(), { now });
  const today = dateIn(now, shop.zone);
  const last = addDays(today, coaching.aheadDays);
  const wanted = /^\d{4}-\d\d-\d\d$/.test(from) && from > today ? from : today;
  const all = slotsFor(rules, { now, zone: shop.zone, taken }, wanted, last);
  const [first] = all;
  if (first === undefined) return { slots: [], from: wanted, to: last, next: null };
  const begins = dateIn(first, shop.zone);
  const ends = addDays(begins, DATES_AT_ONCE - 1);
  const slots = all.filter((at) => dateIn(at, shop.zone) <= ends);
  return {
    slots,
    from: begins,
    to: ends < last ? ends : last,
    next: slots.length < all.length ? addDays(ends, 1) : null,
  };
}
