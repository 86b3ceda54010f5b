import type { Marked, NotesKept, NotesRequest, PlaceRequest, ProblemBody, QuizJudged, QuizTry } from '../../wire';

/** What a browser keeps until it could send it, by the address it goes to. */
const WAITING = 'keel-learn/';

/** The shop's answer; its refusal in a sentence; or null where it could not be reached. */
type Answered<T> = { done: T } | { refused: string } | null;

async function send<T>(method: 'POST' | 'PUT', address: string, body: unknown): Promise<Answered<T>> {
  try {
    const response = await fetch(address, {
      method,
      keepalive: true,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    const answer = (await response.json()) as T & Partial<ProblemBody>;
    if (response.ok) return { done: answer };
    // A shop that is starting, or full, is as one that was not reached: it is asked again.
    return response.status >= 500 ? null : { refused: answer.title ?? '' };
  } catch {
    return null;
  }
}

const keep = (key: string, value: unknown): void => {
  try {
    localStorage.setItem(WAITING + key, JSON.stringify(value));
  } catch {
    // A browser that keeps nothing sends what it can.
  }
};
const drop = (key: string): void => {
  try {
    localStorage.removeItem(WAITING + key);
  } catch {
    // Nothing was kept.
  }
};

/** Marks a lesson done. Without a line it is kept here, and sent as soon as there is one. */
export async function sendDone(api: string): Promise<Answered<Marked>> {
  const answered = await send<Marked>('POST', `${api}/done`, {});
  if (answered === null) keep(`${api}/done`, {});
  else drop(`${api}/done`);
  return answered;
}

/** Sends whatever was marked while the line was down, of any lesson. */
export async function sendWaiting(): Promise<void> {
  let keys: string[] = [];
  try {
    keys = Object.keys(localStorage).filter((key) => key.startsWith(WAITING) && key.endsWith('/done'));
  } catch {
    // A browser that keeps nothing has nothing to send.
  }
  for (const key of keys) await sendDone(key.slice(WAITING.length, -'/done'.length));
}

export const isMarkedHere = (api: string): boolean => {
  try {
    return localStorage.getItem(`${WAITING}${api}/done`) !== null;
  } catch {
    return false;
  }
};

/** @returns what the notes are now; null where they wait in this browser */
export async function sendNotes(api: string, notes: NotesRequest): Promise<string | null> {
  const answered = await send<NotesKept>('PUT', `${api}/notes`, notes);
  if (answered === null || 'refused' in answered) {
    keep(`${api}/notes`, notes);
    return null;
  }
  drop(`${api}/notes`);
  return answered.done.text;
}

export function keptNotes(api: string): NotesRequest | null {
  try {
    const kept = localStorage.getItem(`${WAITING}${api}/notes`);
    return kept === null ? null : (JSON.parse(kept) as NotesRequest);
  } catch {
    return null;
  }
}

export const sendPlace = (api: string, place: PlaceRequest): Promise<unknown> => send('PUT', `${api}/place`, place);
export const sendTry = (api: string, tried: QuizTry): Promise<Answered<QuizJudged>> =>
  send<QuizJudged>('POST', `${api}/quiz`, tried);
