import * as z from 'zod';
import { route } from '#core/routes';
import { BookRequest, BusyRequest, GiveSessionsRequest, PersonSessions, SessionAct, SessionsOfDays } from '../booking';
import { AllDates, DateAct, DateStory } from '../classDates';
import { Day } from '../day';
import { Ok } from '../owner';
import { Said } from '../problem';
import { TaskAct, TasksAnswer } from '../tasks';

const most = '512kb';
/** Whatever is no date counts as if it were left out. */
const day = Day.optional().catch(undefined);

/** What the studio asks about sessions, dates of classes, and what is done by hand or sent. */
export const DELIVER_ROUTES = {
  booked: route({
    method: 'GET',
    path: '/booked',
    right: null,
    does: 'The sessions and dates of some days.',
    query: z.looseObject({ from: day, to: day }),
    answer: SessionsOfDays,
  }),
  actOnBooked: route({
    method: 'POST',
    path: '/booked/:id',
    right: 'answer',
    does: 'Moves, calls off or marks a session, or notes something to it.',
    body: SessionAct,
    most,
    answer: Said,
  }),
  bookFor: route({
    method: 'POST',
    path: '/people/:id/booked/:product',
    right: 'answer',
    does: 'Books a session for somebody.',
    body: BookRequest,
    most,
    answer: Said,
  }),
  sessionsOf: route({
    method: 'GET',
    path: '/people/:id/booked',
    right: null,
    does: 'How somebody stands with the sessions they can book.',
    answer: PersonSessions,
  }),
  giveSessions: route({
    method: 'POST',
    path: '/passes/:id/sessions',
    right: 'answer',
    does: 'Gives somebody more sessions.',
    body: GiveSessionsRequest,
    most,
    answer: Said,
  }),
  putBusy: route({
    method: 'PUT',
    path: '/busy',
    right: 'answer',
    does: 'Says when the seller is busy.',
    body: BusyRequest,
    most,
    answer: Ok,
  }),

  dates: route({ method: 'GET', path: '/classes', right: null, does: 'Every date of every class.', answer: AllDates }),
  date: route({
    method: 'GET',
    path: '/classes/:date',
    right: null,
    does: 'Who has a seat at a date.',
    answer: DateStory,
  }),
  actOnDate: route({
    method: 'POST',
    path: '/classes/:product/:date',
    right: 'answer',
    does: 'Moves a date, calls it off, or marks who was there.',
    body: DateAct,
    most,
    answer: Said,
  }),

  tasks: route({
    method: 'GET',
    path: '/tasks',
    right: null,
    does: 'What has to be done by hand or sent.',
    answer: TasksAnswer,
  }),
  actOnTask: route({
    method: 'POST',
    path: '/tasks/:pass',
    right: 'answer',
    does: 'Marks something as done or sent, or as waiting again.',
    body: TaskAct,
    answer: Said,
  }),
};
