import type { OfferId } from '#core/ids';
// Addresses of the lists in Deliver other than orders: every figure of them is a link to its rows.

interface LaterChoice {
  /** A day, a month, or two days "2026-06-14..2026-06-15"; empty for all. */
  days?: string;
  offerId?: OfferId;
  /** Only those of which something went back. */
  back?: boolean;
}

/** Where payments that came after the day of buying are listed. */
export function laterLink({ days = '', offerId = '', back = false }: LaterChoice = {}): string {
  const query = new URLSearchParams({
    ...(days === '' ? {} : { days }),
    ...(offerId === '' ? {} : { offer: offerId }),
    ...(back ? { back: '1' } : {}),
  }).toString();
  return `/deliver/payments${query === '' ? '' : `?${query}`}`;
}

/** The week of sessions that a date is in, with one of them in hand. */
export const sessionsLink = (date: string, id?: string): string =>
  `/deliver/sessions${id === undefined ? '' : `/${id}`}${date === '' ? '' : `?week=${date}`}`;

/** What has to be done by hand or sent, with one of it in hand. */
export const tasksLink = (id?: string): string => `/deliver/tasks${id === undefined ? '' : `/${id}`}`;

/** Where agreements of a status are listed, with one of them in hand. */
export const agreementsLink = (status: string, id?: string): string =>
  `/deliver/agreements${id === undefined ? '' : `/${id}`}${status === '' ? '' : `?status=${encodeURIComponent(status)}`}`;
