import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import type * as z from 'zod';
import type { Rights } from '#core/helpers';
import type { OrderId } from '#core/ids';
import type { Release } from '#core/release';
import type { AnswerOf } from '#core/routes';
import { OWNER_API, OWNER_ROUTES } from '../../wire/contract/owner';
import type {
  About,
  ClockRequest,
  GiveAnswer,
  GiveRequest,
  HelperRequest,
  JoinAnswer,
  JoinRequest,
  OwnerAct,
  PassAct,
  PracticeReport,
  PracticeRequest,
  PublishRequest,
  RefundRequest,
} from '../../wire/owner';
import { Ok } from '../../wire/owner';
import { Said } from '../../wire/problem';
import { asked, fetchRoute, readBy, requestOf } from './asked';
import { dataWords } from '#say/data';
const say = dataWords.ownerApi;

export type { About, FirstHours, OwnerAct, ReleaseLine, RefundRequest } from '../../wire/owner';

/** The seller's side of the shop: acts and questions. Lists are not asked for here; they come from the mirror. */
export const ownerApi = createApi({
  reducerPath: 'owner',
  baseQuery: fetchBaseQuery({ baseUrl: OWNER_API, headers: { 'x-keel': '1' } }),
  tagTypes: ['About', 'Sessions', 'Helpers', 'Booked'],
  endpoints: (build) => ({
    about: build.query<About, void>({
      ...asked(OWNER_ROUTES.about, () => ({})),
      providesTags: ['About'],
    }),
    refundLeft: build.query<AnswerOf<typeof OWNER_ROUTES.refundLeft>, OrderId>({
      ...asked(OWNER_ROUTES.refundLeft, (orderId) => ({ body: { orderId } })),
      keepUnusedDataFor: 0,
    }),
    previewRefund: build.query<AnswerOf<typeof OWNER_ROUTES.previewRefund>, RefundRequest>({
      ...asked(OWNER_ROUTES.previewRefund, (body) => ({ body })),
      keepUnusedDataFor: 0,
    }),
    refund: build.mutation<AnswerOf<typeof OWNER_ROUTES.refund>, RefundRequest>(
      asked(OWNER_ROUTES.refund, (body) => ({ body })),
    ),
    previewAct: build.query<AnswerOf<typeof OWNER_ROUTES.previewAct>, { id: string; act: OwnerAct }>({
      ...asked(OWNER_ROUTES.previewAct, ({ id, act }) => ({ params: { id }, body: act })),
      keepUnusedDataFor: 0,
    }),
    actOnAgreement: build.mutation<Said, { id: string; act: OwnerAct }>(
      asked(OWNER_ROUTES.actOnAgreement, ({ id, act }) => ({ params: { id }, body: act })),
    ),
    publish: build.mutation<AnswerOf<typeof OWNER_ROUTES.publish>, PublishRequest>({
      ...asked(OWNER_ROUTES.publish, (body) => ({ body })),
      invalidatesTags: ['About'],
    }),
    releases: build.query<AnswerOf<typeof OWNER_ROUTES.releases>, void>(asked(OWNER_ROUTES.releases, () => ({}))),
    bringBack: build.mutation<AnswerOf<typeof OWNER_ROUTES.bringBack>, { number: number; basedOn: number | null }>({
      ...asked(OWNER_ROUTES.bringBack, ({ number, basedOn }) => ({
        params: { number: String(number) },
        body: { basedOn },
      })),
      invalidatesTags: ['About'],
    }),
    firstHours: build.query<AnswerOf<typeof OWNER_ROUTES.firstHours>, void>({
      ...asked(OWNER_ROUTES.firstHours, () => ({})),
      providesTags: ['About'],
    }),
    pathFigures: build.query<AnswerOf<typeof OWNER_ROUTES.pathFigures>, { pathId: string; days: number }>({
      ...asked(OWNER_ROUTES.pathFigures, ({ pathId, days }) => ({ params: { id: pathId }, query: { days } })),
      providesTags: ['About'],
    }),
    answerUnusual: build.mutation<Said, { personId: string; by: 'end' | 'fine' }>({
      query: ({ personId, by }) =>
        requestOf(by === 'end' ? OWNER_ROUTES.endWays : OWNER_ROUTES.waysAreFine, { params: { id: personId } }),
      ...readBy(OWNER_ROUTES.endWays),
      invalidatesTags: ['About'],
    }),
    why: build.query<Said, { personId: string; productId: string }>({
      ...asked(OWNER_ROUTES.why, ({ personId, productId }) => ({ params: { id: personId, product: productId } })),
      keepUnusedDataFor: 0,
    }),
    closesFor: build.query<AnswerOf<typeof OWNER_ROUTES.closesFor>, { productId: string; part: string }>({
      ...asked(OWNER_ROUTES.closesFor, ({ productId, part }) => ({ params: { id: productId, part } })),
      keepUnusedDataFor: 0,
    }),
    followed: build.query<AnswerOf<typeof OWNER_ROUTES.followed>, string>({
      ...asked(OWNER_ROUTES.followed, (id) => ({ params: { id } })),
      providesTags: ['About'],
    }),
    beginPractice: build.mutation<AnswerOf<typeof OWNER_ROUTES.beginPractice>, z.input<typeof PracticeRequest>>(
      asked(OWNER_ROUTES.beginPractice, (body) => ({ body })),
    ),
    practice: build.query<PracticeReport, string>({
      ...asked(OWNER_ROUTES.practice, (id) => ({ params: { id } })),
      keepUnusedDataFor: 0,
    }),
    movePractice: build.mutation<AnswerOf<typeof OWNER_ROUTES.movePractice>, { id: string; by: Step }>(
      asked(OWNER_ROUTES.movePractice, ({ id, by }) => ({ params: { id }, body: { by } })),
    ),
    endPractice: build.mutation<unknown, string>(asked(OWNER_ROUTES.endPractice, (id) => ({ params: { id } }))),
    lookAtWays: build.mutation<unknown, void>({
      ...asked(OWNER_ROUTES.lookAtWays, () => ({})),
      invalidatesTags: ['About'],
    }),
    finishedShop: build.mutation<AnswerOf<typeof OWNER_ROUTES.finishedShop>, void>(
      asked(OWNER_ROUTES.finishedShop, () => ({})),
    ),
    sendLink: build.mutation<Said, string>(
      asked(OWNER_ROUTES.sendLink, (personId: string) => ({ body: { personId: personId } })),
    ),
    helpers: build.query<AnswerOf<typeof OWNER_ROUTES.helpers>, void>({
      ...asked(OWNER_ROUTES.helpers, () => ({})),
      providesTags: ['Helpers'],
    }),
    inviteHelper: build.mutation<Said, HelperRequest>({
      ...asked(OWNER_ROUTES.inviteHelper, (body) => ({ body })),
      invalidatesTags: ['Helpers'],
    }),
    rights: build.mutation<unknown, { id: string; rights: Rights }>({
      ...asked(OWNER_ROUTES.rights, ({ id, rights }) => ({ params: { id }, body: { rights } })),
      invalidatesTags: ['Helpers'],
    }),
    sendHelperLink: build.mutation<Said, string>(asked(OWNER_ROUTES.sendHelperLink, (id) => ({ params: { id } }))),
    endHelper: build.mutation<unknown, string>({
      ...asked(OWNER_ROUTES.endHelper, (id) => ({ params: { id } })),
      invalidatesTags: ['Helpers'],
    }),
    sessions: build.query<AnswerOf<typeof OWNER_ROUTES.sessions>, void>({
      ...asked(OWNER_ROUTES.sessions, () => ({})),
      providesTags: ['Sessions'],
    }),
    endSession: build.mutation<unknown, string>({
      ...asked(OWNER_ROUTES.endSession, (id) => ({ body: { id } })),
      invalidatesTags: ['Sessions'],
    }),
    giveAccess: build.mutation<GiveAnswer, GiveRequest>(asked(OWNER_ROUTES.giveAccess, (body) => ({ body }))),
    actOnPass: build.mutation<Said, { id: string; act: PassAct }>(
      asked(OWNER_ROUTES.actOnPass, ({ id, act }) => ({ params: { pass: id }, body: act })),
    ),
    joinPeople: build.mutation<JoinAnswer, JoinRequest>(asked(OWNER_ROUTES.joinPeople, (body) => ({ body }))),
    erasePerson: build.mutation<AnswerOf<typeof OWNER_ROUTES.erasePerson>, string>(
      asked(OWNER_ROUTES.erasePerson, (personId: string) => ({ body: { personId: personId } })),
    ),
    goOn: build.mutation<unknown, void>({
      ...asked(OWNER_ROUTES.goOn, () => ({})),
      invalidatesTags: ['About'],
    }),
    confirmAway: build.mutation<unknown, void>({
      ...asked(OWNER_ROUTES.confirmAway, () => ({})),
      invalidatesTags: ['About'],
    }),
    moveClock: build.mutation<AnswerOf<typeof OWNER_ROUTES.moveClock>, Step>({
      ...asked(OWNER_ROUTES.moveClock, (by) => ({ body: { by } })),
      invalidatesTags: ['About'],
    }),
  }),
});

/** How far a clock is moved at once. */
type Step = z.infer<typeof ClockRequest>['by'];

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
    return response.ok ? Said.parse(body).sentence : ((body as { title?: string }).title ?? say.yourRequestCouldNot);
  } catch {
    return say.shopCouldNotReached;
  }
}

/** Hands the key from the address over for a session. @returns what went wrong, or null */
export async function connect(key: string): Promise<string | null> {
  try {
    const response = await fetch(`${OWNER_API}/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-keel': '1' },
      body: JSON.stringify({ key }),
    });
    const body: unknown = await response.json();
    if (response.ok) return Ok.safeParse(body).success ? null : say.shopDidNotAccept;
    return (body as { title?: string }).title ?? say.shopDidNotAccept;
  } catch {
    return say.shopCouldNotReached;
  }
}

/** Takes this browser's right to the shop away; drafts stay. */
export const leave = (): Promise<unknown> => fetchRoute(OWNER_ROUTES.leave, {}).catch(() => undefined);

export async function readLive(): Promise<Release | null> {
  const response = await fetchRoute(OWNER_ROUTES.live, {});
  if (!response.ok) throw new Error('The live shop could not be read.');
  return OWNER_ROUTES.live.answer.parse(await response.json()).release;
}

/** The sentence of a failed call, for the seller. */
export function sentenceOf(error: unknown): string {
  const data = (error as { data?: { title?: string } } | undefined)?.data;
  return data?.title ?? say.shopDidNotAnswer;
}
