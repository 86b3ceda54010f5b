import * as z from 'zod';
import { route } from '#core/routes';
import {
  About,
  AwayAnswer,
  ClockAnswer,
  ClockRequest,
  FinishedShopAnswer,
  FirstHoursAnswer,
  Ok,
  PathFiguresAnswer,
  SessionsAnswer,
} from '../owner';
import { EndSession } from '../sessions';

/** So many days are counted where nothing else is asked for, and at most. */
const DAYS_COUNTED = 30;
const MOST_DAYS = 366;
/** Whatever is no number of days counts as if it were left out. */
const Days = z.looseObject({
  days: z.coerce
    .number()
    .catch(DAYS_COUNTED)
    .default(DAYS_COUNTED)
    .transform((days) => Math.min(Math.max(1, Math.floor(days || DAYS_COUNTED)), MOST_DAYS)),
});

/** What the studio’s frame asks: how the shop stands, sessions, counting, and the history. */
export const FRAME_ROUTES = {
  about: route({
    method: 'GET',
    path: '/about',
    right: null,
    does: 'What the studio’s frame shows of the shop.',
    answer: About,
  }),
  leave: route({
    method: 'DELETE',
    path: '/session',
    right: null,
    does: 'Ends this session of the studio.',
    answer: Ok,
  }),
  sessions: route({
    method: 'GET',
    path: '/sessions',
    right: null,
    does: 'Where this person is signed in.',
    answer: SessionsAnswer,
  }),
  endSession: route({
    method: 'POST',
    path: '/sessions/end',
    right: null,
    does: 'Ends a session of this person.',
    body: EndSession,
    answer: Ok,
  }),
  lookAtWays: route({
    method: 'POST',
    path: '/ways',
    right: 'everything',
    does: 'Asks again which ways to pay are connected.',
    answer: Ok,
  }),
  finishedShop: route({
    method: 'POST',
    path: '/finished-shop',
    right: 'everything',
    does: 'Opens a finished shop to look at.',
    answer: FinishedShopAnswer,
  }),
  goOn: route({
    method: 'POST',
    path: '/problems/go-on',
    right: 'everything',
    does: 'Goes on although files do not agree.',
    answer: Ok,
  }),
  confirmAway: route({
    method: 'POST',
    path: '/away/confirm',
    right: 'everything',
    does: 'Goes on after a long absence.',
    answer: AwayAnswer,
  }),
  moveClock: route({
    method: 'POST',
    path: '/clock',
    right: 'everything',
    does: 'Moves a demo shop’s clock on.',
    body: ClockRequest,
    answer: ClockAnswer,
  }),
  firstHours: route({
    method: 'GET',
    path: '/first-hours',
    right: null,
    does: 'What became of the live release in its first day.',
    answer: FirstHoursAnswer,
  }),
  pathFigures: route({
    method: 'GET',
    path: '/paths/:id/figures',
    right: null,
    does: 'What was counted on a path in so many days.',
    query: Days,
    answer: PathFiguresAnswer,
  }),
  journal: route({
    method: 'GET',
    path: '/journal',
    right: null,
    does: 'The history after a line, a batch of facts a line.',
    query: z.looseObject({
      after: z.coerce.number().int().min(0).default(0),
      hash: z
        .string()
        .regex(/^[0-9a-f]{64}$/)
        .optional(),
    }),
    answer: 'application/x-ndjson',
  }),
  newest: route({
    method: 'GET',
    path: '/journal/newest',
    right: null,
    does: 'The lines of the history that tell the newest orders.',
    query: z.looseObject({ orders: z.coerce.number().int().min(1).max(1_000) }),
    answer: 'application/x-ndjson',
  }),
  journalLive: route({
    method: 'GET',
    path: '/journal/live',
    right: null,
    does: 'Says each time that the history has grown.',
    answer: 'text/event-stream',
  }),
};
