import type { BusyRequest, GiveSessionsRequest, PersonSessions, SessionAct, SessionsOfDays } from '../../wire/booking';
import type { AllDates, DateAct, DateStory } from '../../wire/classDates';
import { DELIVER_ROUTES } from '../../wire/contract/deliver';
import type { Said } from '../../wire/problem';
import { asked } from './asked';
import { ownerApi } from './ownerApi';

/** The seller's days at the counter: what is booked, what becomes of it, and when something else is in the way. */
export const bookedApi = ownerApi.injectEndpoints({
  endpoints: (build) => ({
    booked: build.query<SessionsOfDays, { from: string; to: string }>({
      ...asked(DELIVER_ROUTES.booked, (query) => ({ query })),
      providesTags: ['Booked', 'About'],
    }),
    actOnBooked: build.mutation<Said, { id: string; act: SessionAct }>({
      ...asked(DELIVER_ROUTES.actOnBooked, ({ id, act }) => ({ params: { id }, body: act })),
      // Also where it was refused: something else had happened to it meanwhile.
      invalidatesTags: ['Booked'],
    }),
    dates: build.query<AllDates, null>({
      ...asked(DELIVER_ROUTES.dates, () => ({})),
      providesTags: ['Booked', 'About'],
    }),
    date: build.query<DateStory, string>({
      ...asked(DELIVER_ROUTES.date, (date) => ({ params: { date } })),
      providesTags: ['Booked', 'About'],
    }),
    actOnDate: build.mutation<Said, { productId: string; id: string; act: DateAct }>({
      ...asked(DELIVER_ROUTES.actOnDate, ({ productId, id, act }) => ({
        params: { product: productId, date: id },
        body: act,
      })),
      invalidatesTags: ['Booked'],
    }),
    sessionsOf: build.query<PersonSessions, string>({
      ...asked(DELIVER_ROUTES.sessionsOf, (id) => ({ params: { id } })),
      providesTags: ['Booked', 'About'],
    }),
    giveSessions: build.mutation<Said, { passId: string } & GiveSessionsRequest>({
      ...asked(DELIVER_ROUTES.giveSessions, ({ passId, ...body }) => ({ params: { id: passId }, body })),
      invalidatesTags: ['Booked'],
    }),
    putBusy: build.mutation<unknown, BusyRequest>({
      ...asked(DELIVER_ROUTES.putBusy, (body) => ({ body })),
      invalidatesTags: ['Booked'],
    }),
  }),
});

export const {
  useBookedQuery,
  useActOnBookedMutation,
  useDatesQuery,
  useDateQuery,
  useActOnDateMutation,
  useSessionsOfQuery,
  useGiveSessionsMutation,
  usePutBusyMutation,
} = bookedApi;
