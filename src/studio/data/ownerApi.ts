import type { OrderId } from '#core/ids';
import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import type * as z from 'zod';
import {
  About,
  ClockAnswer,
  FinishedShopAnswer,
  FirstHoursAnswer,
  PathFiguresAnswer,
  PracticeBegun,
  PracticeReport,
  type PracticeRequest,
  type HelperRequest,
  HelpersAnswer,
  GiveAnswer,
  type GiveRequest,
  JoinAnswer,
  type JoinRequest,
  LeadsTo,
  LiveAnswer,
  type PassAct,
  Ok,
  type OwnerAct,
  PublishedAnswer,
  type PublishRequest,
  RefundAnswer,
  EraseAnswer,
  RefundLeft,
  RefundPreview,
  type RefundRequest,
  ReleasesAnswer,
  SessionsAnswer,
} from '../../wire/owner';
import { ClosesForAnswer, FollowedAnswer } from '../../wire/learning';
import { Said } from '../../wire/problem';
import type { Rights } from '#core/helpers';
import type { Release } from '#core/release';

export type { About, FirstHours, OwnerAct, ReleaseLine, RefundRequest } from '../../wire/owner';

/** What comes back is read by the wire's own schema: an answer of another shape is a failure, not a surprise later. */
export const read = <S extends z.ZodType>(schema: S) => ({
  transformResponse: (body: unknown): z.infer<S> => schema.parse(body),
});

/** The seller's side of the shop: acts and questions. Lists are not asked for here; they come from the mirror. */
export const ownerApi = createApi({
  reducerPath: 'owner',
  baseQuery: fetchBaseQuery({ baseUrl: '/owner/api', headers: { 'x-keel': '1' } }),
  tagTypes: ['About', 'Sessions', 'Helpers', 'Booked'],
  endpoints: (build) => ({
    about: build.query<About, void>({ query: () => '/about', providesTags: ['About'], ...read(About) }),
    refundLeft: build.query<z.infer<typeof RefundLeft>, OrderId>({
      query: (orderId) => ({ url: '/refunds/left', method: 'POST', body: { orderId } }),
      keepUnusedDataFor: 0,
      ...read(RefundLeft),
    }),
    previewRefund: build.query<z.infer<typeof RefundPreview>, RefundRequest>({
      query: (body) => ({ url: '/refunds/preview', method: 'POST', body }),
      keepUnusedDataFor: 0,
      ...read(RefundPreview),
    }),
    refund: build.mutation<z.infer<typeof RefundAnswer>, RefundRequest>({
      query: (body) => ({ url: '/refunds', method: 'POST', body }),
      ...read(RefundAnswer),
    }),
    previewAct: build.query<z.infer<typeof LeadsTo>, { id: string; act: OwnerAct }>({
      query: ({ id, act }) => ({ url: `/agreements/${id}/preview`, method: 'POST', body: act }),
      keepUnusedDataFor: 0,
      ...read(LeadsTo),
    }),
    actOnAgreement: build.mutation<Said, { id: string; act: OwnerAct }>({
      query: ({ id, act }) => ({ url: `/agreements/${id}/act`, method: 'POST', body: act }),
      ...read(Said),
    }),
    publish: build.mutation<z.infer<typeof PublishedAnswer>, PublishRequest>({
      query: (body) => ({ url: '/releases', method: 'POST', body }),
      invalidatesTags: ['About'],
      ...read(PublishedAnswer),
    }),
    releases: build.query<z.infer<typeof ReleasesAnswer>, void>({ query: () => '/releases', ...read(ReleasesAnswer) }),
    bringBack: build.mutation<z.infer<typeof PublishedAnswer>, { number: number; basedOn: number | null }>({
      query: ({ number, basedOn }) => ({ url: `/releases/${number}/again`, method: 'POST', body: { basedOn } }),
      invalidatesTags: ['About'],
      ...read(PublishedAnswer),
    }),
    firstHours: build.query<z.infer<typeof FirstHoursAnswer>, void>({
      query: () => '/first-hours',
      providesTags: ['About'],
      ...read(FirstHoursAnswer),
    }),
    pathFigures: build.query<z.infer<typeof PathFiguresAnswer>, { pathId: string; days: number }>({
      query: ({ pathId, days }) => `/paths/${pathId}/figures?days=${days}`,
      providesTags: ['About'],
      ...read(PathFiguresAnswer),
    }),
    answerUnusual: build.mutation<Said, { personId: string; by: 'end' | 'fine' }>({
      query: ({ personId, by }) => ({ url: `/people/${personId}/ways/${by}`, method: 'POST' }),
      invalidatesTags: ['About'],
      ...read(Said),
    }),
    why: build.query<Said, { personId: string; productId: string }>({
      query: ({ personId, productId }) => `/people/${personId}/why/${productId}`,
      keepUnusedDataFor: 0,
      ...read(Said),
    }),
    closesFor: build.query<ClosesForAnswer, { productId: string; part: string }>({
      query: ({ productId, part }) => `/memberships/${productId}/without/${part}`,
      keepUnusedDataFor: 0,
      ...read(ClosesForAnswer),
    }),
    followed: build.query<FollowedAnswer, string>({
      query: (productId) => `/courses/${productId}/followed`,
      providesTags: ['About'],
      ...read(FollowedAnswer),
    }),
    beginPractice: build.mutation<z.infer<typeof PracticeBegun>, z.infer<typeof PracticeRequest>>({
      query: (body) => ({ url: '/practice', method: 'POST', body }),
      ...read(PracticeBegun),
    }),
    practice: build.query<PracticeReport, string>({
      query: (id) => `/practice/${id}`,
      keepUnusedDataFor: 0,
      ...read(PracticeReport),
    }),
    movePractice: build.mutation<z.infer<typeof ClockAnswer>, { id: string; by: 'next' | 'day' | 'week' | 'month' }>({
      query: ({ id, by }) => ({ url: `/practice/${id}/clock`, method: 'POST', body: { by } }),
      ...read(ClockAnswer),
    }),
    endPractice: build.mutation<unknown, string>({
      query: (id) => ({ url: `/practice/${id}/end`, method: 'POST', body: {} }),
      ...read(Ok),
    }),
    lookAtWays: build.mutation<unknown, void>({
      query: () => ({ url: '/ways', method: 'POST' }),
      invalidatesTags: ['About'],
      ...read(Ok),
    }),
    finishedShop: build.mutation<z.infer<typeof FinishedShopAnswer>, void>({
      query: () => ({ url: '/finished-shop', method: 'POST', body: {} }),
      ...read(FinishedShopAnswer),
    }),
    sendLink: build.mutation<Said, string>({
      query: (personId) => ({ url: '/people/link', method: 'POST', body: { personId } }),
      ...read(Said),
    }),
    helpers: build.query<z.infer<typeof HelpersAnswer>, void>({
      query: () => '/helpers',
      providesTags: ['Helpers'],
      ...read(HelpersAnswer),
    }),
    inviteHelper: build.mutation<Said, HelperRequest>({
      query: (body) => ({ url: '/helpers', method: 'POST', body }),
      invalidatesTags: ['Helpers'],
      ...read(Said),
    }),
    rights: build.mutation<unknown, { id: string; rights: Rights }>({
      query: ({ id, rights }) => ({ url: `/helpers/${id}/rights`, method: 'POST', body: { rights } }),
      invalidatesTags: ['Helpers'],
    }),
    sendHelperLink: build.mutation<Said, string>({
      query: (id) => ({ url: `/helpers/${id}/link`, method: 'POST', body: {} }),
      ...read(Said),
    }),
    endHelper: build.mutation<unknown, string>({
      query: (id) => ({ url: `/helpers/${id}/end`, method: 'POST', body: {} }),
      invalidatesTags: ['Helpers'],
    }),
    sessions: build.query<z.infer<typeof SessionsAnswer>, void>({
      query: () => '/sessions',
      providesTags: ['Sessions'],
      ...read(SessionsAnswer),
    }),
    endSession: build.mutation<unknown, string>({
      query: (id) => ({ url: '/sessions/end', method: 'POST', body: { id } }),
      invalidatesTags: ['Sessions'],
    }),
    giveAccess: build.mutation<GiveAnswer, GiveRequest>({
      query: (body) => ({ url: '/access/give', method: 'POST', body }),
      ...read(GiveAnswer),
    }),
    actOnPass: build.mutation<Said, { id: string; act: PassAct }>({
      query: ({ id, act }) => ({ url: `/access/${id}`, method: 'POST', body: act }),
      ...read(Said),
    }),
    joinPeople: build.mutation<JoinAnswer, JoinRequest>({
      query: (body) => ({ url: '/people/join', method: 'POST', body }),
      ...read(JoinAnswer),
    }),
    erasePerson: build.mutation<z.infer<typeof EraseAnswer>, string>({
      query: (personId) => ({ url: '/people/erase', method: 'POST', body: { personId } }),
      ...read(EraseAnswer),
    }),
    goOn: build.mutation<unknown, void>({
      query: () => ({ url: '/problems/go-on', method: 'POST', body: {} }),
      invalidatesTags: ['About'],
    }),
    confirmAway: build.mutation<unknown, void>({
      query: () => ({ url: '/away/confirm', method: 'POST', body: {} }),
      invalidatesTags: ['About'],
    }),
    moveClock: build.mutation<z.infer<typeof ClockAnswer>, 'next' | 'day' | 'week' | 'month'>({
      query: (by) => ({ url: '/clock', method: 'POST', body: { by } }),
      invalidatesTags: ['About'],
      ...read(ClockAnswer),
    }),
  }),
});

export const {
  useAboutQuery,
  usePreviewRefundQuery,
  useRefundLeftQuery,
  useRefundMutation,
  usePublishMutation,
  useReleasesQuery,
  useFirstHoursQuery,
  usePathFiguresQuery,
  useClosesForQuery,
  useAnswerUnusualMutation,
  useWhyQuery,
  useFollowedQuery,
  useGiveAccessMutation,
  useActOnPassMutation,
  useBeginPracticeMutation,
  usePracticeQuery,
  useMovePracticeMutation,
  useEndPracticeMutation,
  useFinishedShopMutation,
  useMoveClockMutation,
  useConfirmAwayMutation,
  useGoOnMutation,
  useSessionsQuery,
  useHelpersQuery,
  useInviteHelperMutation,
  useRightsMutation,
  useSendHelperLinkMutation,
  useEndHelperMutation,
  useEndSessionMutation,
  useErasePersonMutation,
  useJoinPeopleMutation,
  useSendLinkMutation,
  usePreviewActQuery,
  useActOnAgreementMutation,
} = ownerApi;

/** Somebody who helps asks for a link. @returns what is said to that */
export async function askForStudioLink(address: string): Promise<string> {
  try {
    const response = await fetch('/owner/enter', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ address }),
    });
    const body: unknown = await response.json();
    return response.ok ? Said.parse(body).sentence : ((body as { title?: string }).title ?? 'That was not understood.');
  } catch {
    return 'The shop could not be reached.';
  }
}

/** Hands the key from the address over for a session. @returns what went wrong, or null */
export async function connect(key: string): Promise<string | null> {
  try {
    const response = await fetch('/owner/api/session', {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-keel': '1' },
      body: JSON.stringify({ key }),
    });
    const body: unknown = await response.json();
    if (response.ok) return Ok.safeParse(body).success ? null : 'The shop did not take this key.';
    return (body as { title?: string }).title ?? 'The shop did not take this key.';
  } catch {
    return 'The shop could not be reached.';
  }
}

/** Takes this browser's right to the shop away; drafts stay. */
export const leave = (): Promise<unknown> =>
  fetch('/owner/api/session', { method: 'DELETE', headers: { 'x-keel': '1' } }).catch(() => undefined);

export async function readLive(): Promise<Release | null> {
  const response = await fetch('/owner/api/releases/live');
  if (!response.ok) throw new Error('The live shop could not be read.');
  return LiveAnswer.parse(await response.json()).release;
}

/** The sentence of a failed call, for the seller. */
export function sentenceOf(error: unknown): string {
  const data = (error as { data?: { title?: string } } | undefined)?.data;
  return (
    data?.title ?? 'The shop did not answer, so it is not known yet whether this happened. Look again in a minute.'
  );
}
