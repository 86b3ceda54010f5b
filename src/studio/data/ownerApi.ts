import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import type { Instant } from '#core/calendar';
import type { ReleaseContent, Release } from '#core/release';

export interface About {
  mode: 'demo' | 'test' | 'real';
  now: Instant;
  release: number | null;
  publicAddress: string;
  shopName: string;
  head: { seq: number; hash: string };
  problems: { code: string; sentence: string }[];
  attention: { id: string; orderId: string; text: string; at: Instant }[];
  unanswered: number;
  /** The demo's clock is being moved. */
  clockMove: { from: Instant; to: Instant } | null;
  /** The shop was away for long, and waits for the owner's word. */
  away: { from: Instant; to: Instant; agreements: number } | null;
}
/** What became of the live release in its first day. */
export interface FirstHours {
  liveSince: Instant;
  walked: { of: number; gotIn: number; failed: string[] };
  paths: { title: string; seen: number; atCheckout: number; sold: number }[];
}
/** One of the releases that were live, with what it changed against the one before it. */
export interface ReleaseLine {
  number: number;
  at: Instant;
  changes: string[];
}
export interface RefundWanted {
  orderId: string;
  shares: { lineId: string; amount: number }[];
  reason?: string;
}

/** What a seller does to somebody's payment plan or subscription. */
export type AgreementAct =
  | { act: 'pause'; until: string | null }
  | { act: 'return'; on: string | null }
  | { act: 'cancel'; when: 'end' | 'now'; giveBack: boolean }
  | { act: 'keep' }
  | { act: 'retry' }
  | { act: 'switch'; offerId: string; priceId: string }
  | { act: 'stop-plan'; keepAccess: boolean }
  | { act: 'move-due-day'; of: 'month' | 'week'; day: number }
  | { act: 'move'; country: string; vatNumber: string }
  | { act: 'refund'; amount: number | null; ends: boolean; reason: string };

/** The seller's side of the shop: acts and questions. Lists are not asked for here; they come from the mirror. */
export const ownerApi = createApi({
  reducerPath: 'owner',
  baseQuery: fetchBaseQuery({ baseUrl: '/owner/api', headers: { 'x-keel': '1' } }),
  tagTypes: ['About'],
  endpoints: (build) => ({
    about: build.query<About, void>({ query: () => '/about', providesTags: ['About'] }),
    previewRefund: build.query<{ amount: number; closes: string[] }, RefundWanted>({
      query: (body) => ({ url: '/refunds/preview', method: 'POST', body }),
      keepUnusedDataFor: 0,
    }),
    refund: build.mutation<{ status: 'paid' | 'refused' | 'asked'; reason: string | null }, RefundWanted>({
      query: (body) => ({ url: '/refunds', method: 'POST', body }),
    }),
    previewAct: build.query<{ leadsTo: string[] }, { id: string; act: AgreementAct }>({
      query: ({ id, act }) => ({ url: `/agreements/${id}/preview`, method: 'POST', body: act }),
      keepUnusedDataFor: 0,
    }),
    actOnAgreement: build.mutation<{ sentence: string }, { id: string; act: AgreementAct }>({
      query: ({ id, act }) => ({ url: `/agreements/${id}/act`, method: 'POST', body: act }),
    }),
    publish: build.mutation<{ release: number; at: Instant }, { basedOn: number | null; content: ReleaseContent }>({
      query: (body) => ({ url: '/releases', method: 'POST', body }),
      invalidatesTags: ['About'],
    }),
    releases: build.query<{ releases: ReleaseLine[] }, void>({ query: () => '/releases' }),
    bringBack: build.mutation<{ release: number; at: Instant }, { number: number; basedOn: number | null }>({
      query: ({ number, basedOn }) => ({ url: `/releases/${number}/again`, method: 'POST', body: { basedOn } }),
      invalidatesTags: ['About'],
    }),
    firstHours: build.query<{ first: FirstHours | null }, void>({
      query: () => '/first-hours',
      providesTags: ['About'],
    }),
    finishedShop: build.mutation<{ address: string }, void>({
      query: () => ({ url: '/finished-shop', method: 'POST', body: {} }),
    }),
    sendLink: build.mutation<{ sentence: string }, string>({
      query: (personId) => ({ url: '/people/link', method: 'POST', body: { personId } }),
    }),
    confirmAway: build.mutation<unknown, void>({
      query: () => ({ url: '/away/confirm', method: 'POST', body: {} }),
      invalidatesTags: ['About'],
    }),
    moveClock: build.mutation<{ now: Instant }, 'next' | 'day' | 'week' | 'month'>({
      query: (by) => ({ url: '/clock', method: 'POST', body: { by } }),
      invalidatesTags: ['About'],
    }),
  }),
});

export const {
  useAboutQuery,
  usePreviewRefundQuery,
  useRefundMutation,
  usePublishMutation,
  useReleasesQuery,
  useFirstHoursQuery,
  useFinishedShopMutation,
  useMoveClockMutation,
  useConfirmAwayMutation,
  useSendLinkMutation,
  usePreviewActQuery,
  useActOnAgreementMutation,
} = ownerApi;

/** Hands the key from the address over for a cookie. @returns what went wrong, or null */
export async function connect(key: string): Promise<string | null> {
  try {
    const response = await fetch('/owner/api/session', {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-keel': '1' },
      body: JSON.stringify({ key }),
    });
    if (response.ok) return null;
    return ((await response.json()) as { title?: string }).title ?? 'The shop did not take this key.';
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
  return ((await response.json()) as { release: Release | null }).release;
}

/** The sentence of a failed call, for the seller. */
export function sentenceOf(error: unknown): string {
  const data = (error as { data?: { title?: string } } | undefined)?.data;
  return (
    data?.title ?? 'The shop did not answer, so it is not known yet whether this happened. Look again in a minute.'
  );
}
