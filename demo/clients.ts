import { createHash, randomBytes } from 'node:crypto';
import type { PostalAddress } from '#core/people';
import type { LedToWay } from '#core/ways';
import type { ReleaseContent } from '#core/release';
import { type CheckoutData, type CheckoutState, HOLDER_HEADER, type OfferData, VISIT_HEADER } from '../src/wire';

const pairsOf = (notes: ReadonlyMap<string, string>): string =>
  [...notes].map(([name, value]) => `${name}=${value}`).join('; ');

/** Keeps cookies like a browser would, for one person. */
class Visitor {
  readonly cookies = new Map<string, string>();
  /** What a framed checkout carries itself; null in a browser that has cookies. */
  carried: Map<string, string> | null = null;
  constructor(readonly base: string) {}

  async fetch(path: string, init: RequestInit = {}): Promise<Response> {
    const headers = new Headers(init.headers);
    // As a browser does with everything that is not merely read: on a page of another service, that service's own.
    const from = path.startsWith('http') ? path : this.base;
    if ((init.method ?? 'GET') !== 'GET' && !headers.has('origin')) headers.set('origin', new URL(from).origin);
    if (this.cookies.size > 0) headers.set('cookie', pairsOf(this.cookies));
    if (this.carried !== null) headers.set(VISIT_HEADER, pairsOf(this.carried));
    const response = await fetch(path.startsWith('http') ? path : this.base + path, {
      redirect: 'manual',
      ...init,
      headers,
    });
    for (const pair of (response.headers.get(VISIT_HEADER) ?? '').split('; ').filter(Boolean)) {
      const at = pair.indexOf('=');
      this.carried?.set(pair.slice(0, at), decodeURIComponent(pair.slice(at + 1)));
    }
    for (const line of response.headers.getSetCookie()) {
      const [pair = ''] = line.split(';');
      const at = pair.indexOf('=');
      if (pair.slice(at + 1) === '') this.cookies.delete(pair.slice(0, at));
      else this.cookies.set(pair.slice(0, at), decodeURIComponent(pair.slice(at + 1)));
    }
    return response;
  }

  async json<T>(
    path: string,
    body: unknown,
    headers: Record<string, string> = {},
  ): Promise<{ status: number; body: T }> {
    const response = await this.fetch(path, {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...headers },
      body: JSON.stringify(body),
    });
    return { status: response.status, body: (await response.json()) as T };
  }
}

/** What a buyer chooses beside a price. */
export interface Beside {
  coupon?: string;
  country?: string;
  vatNumber?: string;
  extras?: string[];
  quantity?: number;
  named?: string;
  dates?: string[];
  sendCountry?: string;
  postal?: PostalAddress;
}

export interface PayAnswer {
  state?: CheckoutState;
  title?: string;
  code?: string;
  prices?: CheckoutData['prices'];
}

/** A buyer who walks through the shop's own pages over HTTP, as a browser would. */
export class Buyer extends Visitor {
  /** What the window has in its hand: it opens what it pays. */
  readonly holder = randomBytes(24).toString('hex');

  /** Looks at a page as a browser draws it: with its mark. @param from the page whose link led there */
  async look(href: string, from?: string): Promise<string> {
    const headers = new Headers();
    if (from !== undefined) headers.set('referer', from.startsWith('http') ? from : this.base + from);
    const html = await (await this.fetch(href, { headers })).text();
    const mark = /href="(\/-\/mark\/[^"]+)"/.exec(html)?.[1];
    if (mark !== undefined) await this.fetch(mark);
    return html;
  }

  /** Opens the checkout of a path and reads what it shows. @param step its address under the path's */
  async openCheckout(address: string, step = 'checkout'): Promise<CheckoutData> {
    const html = await (await this.fetch(`/${address}/${step}`)).text();
    const data = /<script type="application\/json" id="checkout-data">(.*?)<\/script>/s.exec(html)?.[1];
    if (!data) throw new Error(`There is no checkout at /${address}/${step}`);
    return JSON.parse(data) as CheckoutData;
  }

  /** @param service where cards go, as the checkout names it */
  async token(number: string, service = '/standin/payments'): Promise<{ token: string; last4: string; proof: string }> {
    return (
      await this.json<{ token: string; last4: string; proof: string }>(`${service}/tokens`, {
        number,
        expiry: '11/29',
        code: '321',
      })
    ).body;
  }

  /** The same checkout with a coupon, a country or a VAT number: its prices as the shop then has them. */
  async quoteWith(data: CheckoutData, chosen: Beside): Promise<CheckoutData> {
    const { body } = await this.json<{ prices: CheckoutData['prices']; wrong: object }>('/checkout/quote', {
      pathId: data.pathId,
      stepId: data.stepId,
      ...chosen,
    });
    return { ...data, prices: body.prices };
  }

  async pay(
    data: CheckoutData,
    who: { name: string; address: string },
    card: string | null,
    priceIndex = 0,
    chosen: Beside = data.country === '' ? {} : { country: data.country },
  ): Promise<{ status: number; body: PayAnswer }> {
    const price = data.prices[priceIndex];
    if (!price) throw new Error('There is no such price');
    const token = card === null ? null : await this.token(card, data.cardService);
    return this.json<PayAnswer>('/checkout/pay', {
      pathId: data.pathId,
      stepId: data.stepId,
      priceId: price.id,
      shown: price.shown,
      ...who,
      card: token,
      holder: this.holder,
      ...chosen,
    });
  }

  /** To a wallet or a bank with what a checkout shows. @returns where it asks to approve */
  async leaveFor(
    way: LedToWay,
    data: CheckoutData,
    { address }: { address: string },
    priceIndex = 0,
    chosen: Beside = data.country === '' ? {} : { country: data.country },
  ): Promise<{ status: number; body: PayAnswer & { approveAt?: string } }> {
    const { id = '', shown = '' } = data.prices[priceIndex] ?? {};
    const { pathId, stepId } = data;
    return this.json('/checkout/approve', { pathId, stepId, priceId: id, shown, address, way, ...chosen });
  }

  /** Answers there. @returns where that leads */
  async answerAt(approveAt: string, said: 'approve' | 'approve-now' | 'empty' | 'back'): Promise<string> {
    const response = await this.fetch(approveAt, {
      method: 'POST',
      headers: { 'content-type': 'application/x-www-form-urlencoded' },
      body: `answer=${said}`,
    });
    return response.headers.get('location') ?? '';
  }

  /** Back from there: pays with what was approved. */
  async payApproved(
    way: LedToWay,
    data: CheckoutData,
    who: { name: string; address: string },
    priceIndex = 0,
    chosen: Beside = data.country === '' ? {} : { country: data.country },
  ): Promise<{ status: number; body: PayAnswer }> {
    const { id = '', shown = '' } = data.prices[priceIndex] ?? {};
    const { pathId, stepId } = data;
    const { holder } = this;
    return this.json('/checkout/pay', {
      pathId,
      stepId,
      priceId: id,
      shown,
      ...who,
      card: null,
      way,
      holder,
      ...chosen,
    });
  }

  async state(data: CheckoutData): Promise<CheckoutState> {
    const response = await this.fetch(`/checkout/state?path=${data.pathId}&step=${data.stepId}`, {
      headers: { [HOLDER_HEADER]: this.holder },
    });
    return ((await response.json()) as { state: CheckoutState }).state;
  }

  /** Opens an offer after payment and reads what it shows. @param address as the checkout's answer names it: "/pack/offer" */
  async openOffer(address: string): Promise<OfferData> {
    const html = await (await this.fetch(address)).text();
    const data = /<script type="application\/json" id="offer-data">(.*?)<\/script>/s.exec(html)?.[1];
    if (!data) throw new Error(`There is no offer at ${address}`);
    return JSON.parse(data) as OfferData;
  }

  /** Yes to it. @param card another one than that of the checkout @param more where it is sent, where that is asked */
  async accept(
    { pathId, stepId, shown, priceId }: OfferData,
    card: string | null = null,
    more: object = {},
  ): Promise<{ status: number; body: PayAnswer }> {
    const token = card === null ? null : await this.token(card);
    return this.json('/checkout/offer/accept', { pathId, stepId, shown, priceId, card: token, ...more });
  }

  /** No to it, or on without it. @returns where the visit goes on */
  async decline({ pathId, stepId }: OfferData): Promise<string> {
    const { body } = await this.json<{ next: string }>('/checkout/offer/decline', { pathId, stepId });
    return body.next;
  }

  /** Links to files on the thank-you page of the visit that paid. */
  async filesOfThanks(address: string): Promise<string[]> {
    const html = await (await this.fetch(`/${address}/thanks`)).text();
    return [...html.matchAll(/href="(\/get\/[^"]+)"/g)].map((m) => m[1] ?? '');
  }
}

/** The seller's studio over HTTP. */
export class Owner extends Visitor {
  async connect(key: string): Promise<void> {
    const answer = await this.json('/owner/api/session', { key }, this.#own());
    if (answer.status !== 200) throw new Error('The key was not taken');
  }

  async upload(bytes: Uint8Array): Promise<string> {
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    const response = await this.fetch(`/owner/api/vault/${sha256}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/octet-stream', ...this.#own() },
      body: new Uint8Array(bytes),
    });
    if (response.status !== 201) throw new Error(`The file was not taken: ${response.status}`);
    return sha256;
  }

  publish(
    basedOn: number | null,
    content: ReleaseContent,
  ): Promise<{ status: number; body: { release?: number; title?: string; code?: string } }> {
    return this.json('/owner/api/releases', { basedOn, content }, this.#own());
  }

  act<T>(path: string, body: unknown): Promise<{ status: number; body: T }> {
    return this.json<T>(`/owner/api${path}`, body, this.#own());
  }

  #own(): Record<string, string> {
    return { 'x-keel': '1', origin: this.base };
  }
}
