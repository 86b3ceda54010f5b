import type {
  AskRequest,
  BookedAct,
  BookingAnswer,
  BookRequest,
  ClassAnswer,
  EndSession,
  Me,
  MemberAct,
  NameRequest,
  ProblemBody,
  Said,
  SearchAnswer,
  MemberTasks,
  PostalRequest,
  SeatAct,
  SeatRequest,
} from '../wire';

export type {
  BookedSession,
  BookingAnswer,
  ClassAnswer,
  Me,
  MemberAgreement,
  MemberDate,
  MemberTasks,
  NextSession,
  OwnSeat,
  SeatAct,
  SignedIn,
} from '../wire';
export interface Problem {
  problem: string;
}

/** Where the seller looks at somebody's area: everything is read from there. */
const SEEN = /^\/owner\/sees\/[\w-]+/.exec(location.pathname)?.[0];

async function call<T>(path: string, notReached: string, init?: RequestInit): Promise<T | Problem> {
  try {
    const response = await fetch(`${SEEN ?? '/member/api'}${path}`, {
      ...init,
      headers: { 'content-type': 'application/json' },
    });
    const body = (await response.json()) as T & Partial<ProblemBody>;
    return response.ok ? body : { problem: body.title ?? notReached };
  } catch {
    return { problem: notReached };
  }
}

const post = (path: string, notReached: string, body: unknown): Promise<Said | Problem> =>
  call<Said>(path, notReached, { method: 'POST', body: JSON.stringify(body) });

export const readMe = (notReached: string): Promise<Me | Problem> => call<Me>('/me', notReached);
export const askForLink = (address: string, notReached: string): Promise<Said | Problem> =>
  post('/ask', notReached, { address } satisfies AskRequest);
export const leave = (notReached: string): Promise<Said | Problem> => post('/leave', notReached, {});
export const changeName = (name: string, notReached: string): Promise<Said | Problem> =>
  post('/name', notReached, { name } satisfies NameRequest);
export const endSession = (id: string, notReached: string): Promise<Said | Problem> =>
  post('/sessions/end', notReached, { id } satisfies EndSession);
export const actOn = (id: string, act: MemberAct, notReached: string): Promise<Said | Problem> =>
  post(`/agreements/${encodeURIComponent(id)}`, notReached, act);
/** Where what a switch brings is to go, so that what it costs can be said. */
export const sendSwitchTo = (id: string, postal: PostalRequest, notReached: string): Promise<Said | Problem> =>
  post(`/agreements/${encodeURIComponent(id)}/address`, notReached, postal);
export type Found = SearchAnswer;
export const searchMine = (question: string, notReached: string): Promise<Found | Problem> =>
  call<Found>(`/search?q=${encodeURIComponent(question)}`, notReached);
export const readBooking = (id: string, from: string, notReached: string): Promise<BookingAnswer | Problem> =>
  call<BookingAnswer>(`/coaching/${encodeURIComponent(id)}${from === '' ? '' : `?from=${from}`}`, notReached);
export const bookAt = (id: string, wanted: BookRequest, notReached: string): Promise<Said | Problem> =>
  post(`/coaching/${encodeURIComponent(id)}`, notReached, wanted);
export const actOnBooked = (id: string, act: BookedAct, notReached: string): Promise<Said | Problem> =>
  post(`/booked/${encodeURIComponent(id)}`, notReached, act);
export const readClass = (id: string, notReached: string): Promise<ClassAnswer | Problem> =>
  call<ClassAnswer>(`/classes/${encodeURIComponent(id)}`, notReached);
export const takeSeat = (id: string, wanted: SeatRequest, notReached: string): Promise<Said | Problem> =>
  post(`/classes/${encodeURIComponent(id)}`, notReached, wanted);
export const actOnSeat = (id: string, act: SeatAct, notReached: string): Promise<Said | Problem> =>
  post(`/seats/${encodeURIComponent(id)}`, notReached, act);
export const readTasks = (id: string, notReached: string): Promise<MemberTasks | Problem> =>
  call<MemberTasks>(`/tasks/${encodeURIComponent(id)}`, notReached);
export const sendTo = (passId: string, postal: PostalRequest, notReached: string): Promise<Said | Problem> =>
  post(`/tasks/${encodeURIComponent(passId)}`, notReached, postal);
export const changeAddress = (address: string, notReached: string): Promise<Said | Problem> =>
  post('/address', notReached, { address } satisfies AskRequest);
