import {
  type BusyRequest,
  type GiveSessionsRequest,
  PersonSessions,
  type SessionAct,
  SessionsOfDays,
} from '../../wire/booking';
import { AllDates, type DateAct, DateStory } from '../../wire/classDates';
import { Ok } from '../../wire/owner';
import { Said } from '../../wire/problem';
import { ownerApi, read } from './ownerApi';

/** The seller's days at the counter: what is booked, what becomes of it, and when something else is in the way. */
export const bookedApi = ownerApi.injectEndpoints({
  endpoints: (build) => ({
    booked: build.query<SessionsOfDays, { from: string; to: string }>({
      query: ({ from, to }) => `/booked?from=${from}&to=${to}`,
      providesTags: ['Booked', 'About'],
      ...read(SessionsOfDays),
    }),
    actOnBooked: build.mutation<Said, { id: string; act: SessionAct }>({
      query: ({ id, act }) => ({ url: `/booked/${id}`, method: 'POST', body: act }),
      // Also where it was refused: something else had happened to it meanwhile.
      invalidatesTags: ['Booked'],
      ...read(Said),
    }),
    dates: build.query<AllDates, null>({
      query: () => '/classes',
      providesTags: ['Booked', 'About'],
      ...read(AllDates),
    }),
    date: build.query<DateStory, string>({
      query: (id) => `/classes/${id}`,
      providesTags: ['Booked', 'About'],
      ...read(DateStory),
    }),
    actOnDate: build.mutation<Said, { productId: string; id: string; act: DateAct }>({
      query: ({ productId, id, act }) => ({ url: `/classes/${productId}/${id}`, method: 'POST', body: act }),
      invalidatesTags: ['Booked'],
      ...read(Said),
    }),
    sessionsOf: build.query<PersonSessions, string>({
      query: (personId) => `/people/${personId}/booked`,
      providesTags: ['Booked', 'About'],
      ...read(PersonSessions),
    }),
    giveSessions: build.mutation<Said, { passId: string } & GiveSessionsRequest>({
      query: ({ passId, ...body }) => ({ url: `/passes/${passId}/sessions`, method: 'POST', body }),
      invalidatesTags: ['Booked'],
      ...read(Said),
    }),
    putBusy: build.mutation<unknown, BusyRequest>({
      query: (body) => ({ url: '/busy', method: 'PUT', body }),
      invalidatesTags: ['Booked'],
      ...read(Ok),
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
