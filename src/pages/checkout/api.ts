import type { CardToken } from '../../ui/card';
import type { Chosen } from './Beside';
import type { CheckoutPrice, CheckoutState } from './data';

export interface Answer {
  state?: CheckoutState;
  prices?: CheckoutPrice[];
  wrong?: { coupon?: string; vatNumber?: string };
  problem?: string;
  code?: string;
}

const NOT_REACHED =
  'The shop could not be reached. If you had already pressed the button, do not pay again before this page says that nothing was charged.';

async function call(path: string, init?: RequestInit): Promise<Answer> {
  try {
    const response = await fetch(path, { ...init, credentials: 'same-origin' });
    const body = (await response.json()) as { title?: string; code?: string } & Answer;
    return response.ok
      ? body
      : {
          problem: body.title ?? NOT_REACHED,
          ...(body.code ? { code: body.code } : {}),
          ...(body.prices ? { prices: body.prices } : {}),
          ...(body.wrong ? { wrong: body.wrong } : {}),
          ...(body.state ? { state: body.state } : {}),
        };
  } catch {
    return { problem: NOT_REACHED, code: 'not-reached' };
  }
}

/** What was chosen beside a price; what is empty is not sent. */
const given = ({ coupon, country, vatNumber }: Chosen): Partial<Chosen> => ({
  ...(coupon.trim() === '' ? {} : { coupon }),
  ...(country === '' ? {} : { country }),
  ...(vatNumber.trim() === '' ? {} : { vatNumber }),
});

export const readPrices = (pathId: string, chosen: Chosen): Promise<Answer> =>
  call('/checkout/quote', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ pathId, ...given(chosen) }),
  });

export const pay = ({
  chosen,
  ...choice
}: {
  pathId: string;
  priceId: string;
  shown: string;
  name: string;
  address: string;
  card: CardToken | null;
  chosen: Chosen;
}): Promise<Answer> =>
  call('/checkout/pay', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ ...choice, ...given(chosen) }),
  });

export const readState = (pathId: string): Promise<Answer> =>
  call(`/checkout/state?path=${encodeURIComponent(pathId)}`);
