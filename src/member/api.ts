import type { KeelLayout } from '#core/drawing';

/** A payment plan or subscription as its member meets it. */
export interface MemberAgreement {
  id: string;
  title: string;
  what: 'payment plan' | 'subscription';
  state: string;
  rest: string;
  alarm: boolean;
  layout: KeelLayout | null;
  card: string | null;
  payments: { day: string; what: string; amount: string; paper: { name: string; href: string } | null }[];
  acts: { act: 'stop' | 'keep' | 'pause' | 'return' | 'rest' | 'retry'; label: string; leadsTo: string }[];
  writeTo: string | null;
  place: { country: string; name: string; vatNumber: string } | null;
  againAt: string | null;
  pauseDays: { from: string; until: string } | null;
}

/** What the counter tells a member; see `src/counter/member/view.ts`. */
export interface Me {
  shopName: string;
  strip: string | null;
  signedIn: boolean;
  name: string;
  address: string;
  things: {
    title: string;
    open: boolean;
    note: string;
    files: { id: string; name: string; size: string; type: string; href: string; elsewhere: boolean }[];
  }[];
  agreements: MemberAgreement[];
  cardService: string;
  sampleCards: boolean;
  countries: { code: string; name: string }[];
  orders: {
    number: number;
    day: string;
    what: string;
    paid: string;
    status: string;
    papers: { name: string; href: string }[];
  }[];
}

const NOT_REACHED = 'The shop could not be reached. Nothing of yours is lost. Try again in a minute.';

async function call<T>(path: string, init?: RequestInit): Promise<T | { problem: string }> {
  try {
    const response = await fetch(`/member/api${path}`, { ...init, headers: { 'content-type': 'application/json' } });
    const body = (await response.json()) as T & { title?: string };
    return response.ok ? body : { problem: body.title ?? NOT_REACHED };
  } catch {
    return { problem: NOT_REACHED };
  }
}

export const readMe = (): Promise<Me | { problem: string }> => call<Me>('/me');
export const askForLink = (address: string): Promise<{ sentence: string } | { problem: string }> =>
  call('/ask', { method: 'POST', body: JSON.stringify({ address }) });
export const leave = (): Promise<{ sentence: string } | { problem: string }> =>
  call('/leave', { method: 'POST', body: '{}' });

export const actOn = (id: string, body: unknown): Promise<{ sentence: string } | { problem: string }> =>
  call(`/agreements/${encodeURIComponent(id)}`, { method: 'POST', body: JSON.stringify(body) });
