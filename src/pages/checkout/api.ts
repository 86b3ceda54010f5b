import type { CheckoutPrice, CheckoutState } from './data';

export interface Answer {
  state?: CheckoutState;
  prices?: CheckoutPrice[];
  problem?: string;
  code?: string;
}

const NOT_REACHED = 'The shop could not be reached. If you had already pressed the button, do not pay again before this page says that nothing was charged.';

async function call(path: string, init?: RequestInit): Promise<Answer> {
  try {
    const response = await fetch(path, { ...init, credentials: 'same-origin' });
    const body = (await response.json()) as { title?: string; code?: string } & Answer;
    return response.ok ? body : { problem: body.title ?? NOT_REACHED, ...(body.code ? { code: body.code } : {}), ...(body.prices ? { prices: body.prices } : {}), ...(body.state ? { state: body.state } : {}) };
  } catch {
    return { problem: NOT_REACHED, code: 'not-reached' };
  }
}

export const pay = (choice: { pathId: string; priceId: string; shown: string; name: string; address: string; card: { token: string; last4: string } | null }): Promise<Answer> =>
  call('/checkout/pay', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(choice) });

export const readState = (pathId: string): Promise<Answer> => call(`/checkout/state?path=${encodeURIComponent(pathId)}`);

/** Sends the card straight to the payment service and gets a token for it. */
export async function tokenise(service: string, card: { number: string; expiry: string; code: string }): Promise<{ token: string; last4: string } | { problem: string }> {
  try {
    const response = await fetch(`${service}/tokens`, { method: 'POST', credentials: 'omit', headers: { 'content-type': 'application/json' }, body: JSON.stringify(card) });
    const body = (await response.json()) as { token?: string; last4?: string; title?: string };
    if (response.ok && body.token && body.last4) return { token: body.token, last4: body.last4 };
    return { problem: `${body.title ?? 'The payment service did not take this card.'} Nothing was charged.` };
  } catch {
    return { problem: 'The payment service could not be reached. Nothing was charged. Try again in a minute.' };
  }
}
