/** What the counter tells a member; see `src/counter/member/view.ts`. */
export interface Me {
  shopName: string;
  strip: string | null;
  signedIn: boolean;
  name: string;
  address: string;
  things: { title: string; open: boolean; note: string; files: { id: string; name: string; size: string; type: string; href: string; elsewhere: boolean }[] }[];
  orders: { number: number; day: string; what: string; paid: string; status: string; papers: { name: string; href: string }[] }[];
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
export const askForLink = (address: string): Promise<{ sentence: string } | { problem: string }> => call('/ask', { method: 'POST', body: JSON.stringify({ address }) });
export const leave = (): Promise<{ sentence: string } | { problem: string }> => call('/leave', { method: 'POST', body: '{}' });
