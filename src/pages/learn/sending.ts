import type { Marked, NotesKept, NotesRequest, PlaceRequest, ProblemBody, QuizJudged, QuizTry } from '../../wire';
import type { Sender } from './view';
import { WHO_HEADER } from './whoHeader';

/** What a browser keeps until it could send it: by the person, and the address it goes to. */
const waitingOf = (who: string): string => `keel-learn/${who}`;

/** The shop's answer; its refusal in a sentence; or null where it could not be reached. */
type Answered<T> = { done: T } | { refused: string } | null;

async function send<T>(
  method: 'POST' | 'PUT',
  { api, who }: Sender,
  what: string,
  body: unknown,
): Promise<Answered<T>> {
  const text = JSON.stringify(body);
  try {
    const response = await fetch(api + what, {
      method,
      // So that a page that is left still sends; browsers allow it for what is small.
      keepalive: text.length < 30_000,
      headers: { 'content-type': 'application/json', [WHO_HEADER]: who },
      body: text,
    });
    const said = await response.text();
    const answer = (said === '' ? {} : JSON.parse(said)) as T & Partial<ProblemBody>;
    if (response.ok) return { done: answer };
    // A shop that is starting, or full, is as one that was not reached: it is asked again.
    return response.status >= 500 ? null : { refused: answer.title ?? '' };
  } catch {
    return null;
  }
}

const keep = ({ api, who }: Sender, what: string, value: unknown): void => {
  try {
    localStorage.setItem(waitingOf(who) + api + what, JSON.stringify(value));
  } catch {
    // A browser that keeps nothing sends what it can.
  }
};
const drop = ({ api, who }: Sender, what: string): void => {
  try {
    localStorage.removeItem(waitingOf(who) + api + what);
  } catch {
    // Nothing was kept.
  }
};
const kept = ({ api, who }: Sender, what: string): string | null => {
  try {
    return localStorage.getItem(waitingOf(who) + api + what);
  } catch {
    return null;
  }
};

const DONE = '/done';
const NOTES = '/notes';

/** Marks a lesson done. Without a line it is kept here, and sent as soon as there is one. */
export async function sendDone(own: Sender): Promise<Answered<Marked>> {
  const answered = await send<Marked>('POST', own, DONE, {});
  if (answered === null) keep(own, DONE, {});
  else drop(own, DONE);
  return answered;
}

/** Sends whatever this person marked while the line was down, of any lesson. */
export async function sendWaiting({ who }: Sender): Promise<void> {
  let keys: string[] = [];
  try {
    keys = Object.keys(localStorage).filter((key) => key.startsWith(`${waitingOf(who)}/`) && key.endsWith(DONE));
  } catch {
    // A browser that keeps nothing has nothing to send.
  }
  for (const key of keys) await sendDone({ who, api: key.slice(waitingOf(who).length, -DONE.length) });
}

export const isMarkedHere = (own: Sender): boolean => kept(own, DONE) !== null;

/** Keeps notes in this browser until the shop has them. */
export const keepNotes = (own: Sender, notes: NotesRequest): void => keep(own, NOTES, notes);

/** Sends notes; what this browser keeps of them goes once the shop has just these. */
export async function sendNotes(own: Sender, notes: NotesRequest): Promise<Answered<NotesKept>> {
  const answered = await send<NotesKept>('PUT', own, NOTES, notes);
  if (answered !== null && 'done' in answered && keptNotes(own)?.text === notes.text) drop(own, NOTES);
  return answered;
}

export function keptNotes(own: Sender): NotesRequest | null {
  const text = kept(own, NOTES);
  return text === null ? null : (JSON.parse(text) as NotesRequest);
}

export const sendPlace = (own: Sender, place: PlaceRequest): Promise<unknown> => send('PUT', own, '/place', place);
export const sendTry = (own: Sender, tried: QuizTry): Promise<Answered<QuizJudged>> =>
  send<QuizJudged>('POST', own, '/quiz', tried);
