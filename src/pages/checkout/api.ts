import type {
  CheckoutData,
  AcceptRequest,
  ApproveAnswer,
  ApproveRequest,
  DeclineRequest,
  GiveUpRequest,
  NextAnswer,
  OfferData,
  PayRequest,
  ProblemBody,
  QuoteAnswer,
  QuoteRequest,
  StateAnswer,
} from '../../wire';
import type { PostalAddress } from '#core/people';
import type { LedToWay, WayToPay } from '#core/ways';
import type { CardToken } from '../../ui/card';
import { HOLDER, holderHere } from './holder';

/** Any of the checkout's answers: what it brought, or a problem in a sentence and what came with it. */
export type Answer = Partial<QuoteAnswer & StateAnswer & NextAnswer & ApproveAnswer> & {
  problem?: string;
  code?: string;
};

async function call(path: string, notReached: string, init?: RequestInit): Promise<Answer> {
  try {
    const response = await fetch(path, { ...init, credentials: 'same-origin' });
    const body = (await response.json()) as Partial<ProblemBody> & Answer;
    return response.ok
      ? body
      : {
          problem: body.title ?? notReached,
          ...(body.code ? { code: body.code } : {}),
          ...(body.prices ? { prices: body.prices } : {}),
          ...(body.wrong ? { wrong: body.wrong } : {}),
          ...(body.state ? { state: body.state } : {}),
        };
  } catch {
    return { problem: notReached, code: 'not-reached' };
  }
}

/** Where something is sent, as typed; whose name stands on it is the buyer's. */
export type Sent = Omit<PostalAddress, 'name'>;

/** What is chosen beside a price. */
export interface Chosen {
  coupon: string;
  country: string;
  vatNumber: string;
  /** Extras that are ticked, by their ids. */
  extras: readonly string[];
  quantity: number;
  /** An amount of the buyer's own as typed; empty takes what is suggested. */
  named: string;
  /** Where what is sent by post goes. */
  postal: Sent;
  /** Dates that were picked; none takes the first with room. */
  dates: readonly string[];
}

/** What was chosen beside a price; what is empty is not sent. */
const given = ({ coupon, country, vatNumber, extras, quantity, named, dates, postal }: Chosen) => ({
  ...(postal.country === '' ? {} : { sendCountry: postal.country }),
  ...(coupon.trim() === '' ? {} : { coupon }),
  ...(country === '' ? {} : { country }),
  ...(vatNumber.trim() === '' ? {} : { vatNumber }),
  ...(extras.length === 0 ? {} : { extras: [...extras] }),
  ...(quantity === 1 ? {} : { quantity }),
  ...(named.trim() === '' ? {} : { named }),
  ...(dates.length === 0 ? {} : { dates: [...dates] }),
});

const post = (path: string, notReached: string, body: unknown): Promise<Answer> =>
  call(path, notReached, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });

/** Which checkout a page shows. */
export type Till = Pick<CheckoutData, 'pathId' | 'stepId'>;

export const readPrices = ({ pathId, stepId }: Till, chosen: Chosen, notReached: string): Promise<Answer> =>
  post('/checkout/quote', notReached, { pathId, stepId, ...given(chosen) } satisfies QuoteRequest);

type Choice = Pick<PayRequest, 'pathId' | 'stepId' | 'priceId' | 'shown' | 'name' | 'address' | 'postal'>;

export const pay = ({
  chosen,
  card,
  way,
  notReached,
  ...choice
}: Choice & { card: CardToken | null; way: WayToPay; chosen: Chosen; notReached: string }): Promise<Answer> =>
  post('/checkout/pay', notReached, {
    ...choice,
    card,
    ...(way === 'card' ? {} : { way }),
    holder: holderHere(),
    ...given(chosen),
  } satisfies PayRequest);

/** Where a wallet or a bank asks to approve what the page shows. */
export const askApproval = ({
  chosen,
  notReached,
  ...choice
}: Omit<Choice, 'name'> & { way: LedToWay; chosen: Chosen; notReached: string }): Promise<Answer> =>
  post('/checkout/approve', notReached, { ...choice, ...given(chosen) } satisfies ApproveRequest);

/** The charge that waits for the bank is made impossible, so that another card can be tried. */
export const giveUpCharge = ({ pathId, stepId }: Till, notReached: string): Promise<Answer> =>
  post('/checkout/give-up', notReached, { pathId, stepId } satisfies GiveUpRequest);

export const readState = ({ pathId, stepId }: Till, notReached: string): Promise<Answer> =>
  call(`/checkout/state?path=${encodeURIComponent(pathId)}&step=${encodeURIComponent(stepId)}`, notReached, {
    headers: { [HOLDER]: holderHere() },
  });

type Offered = Pick<OfferData, 'pathId' | 'stepId' | 'shown' | 'priceId'>;

export const acceptOffer = (
  { pathId, stepId, shown, priceId }: Offered,
  card: CardToken | null,
  postal: Sent | null,
  notReached: string,
): Promise<Answer> =>
  post('/checkout/offer/accept', notReached, {
    pathId,
    stepId,
    shown,
    priceId,
    card,
    ...(postal ? { postal } : {}),
  } satisfies AcceptRequest);

export const declineOffer = ({ pathId, stepId }: Offered, notReached: string): Promise<Answer> =>
  post('/checkout/offer/decline', notReached, { pathId, stepId } satisfies DeclineRequest);

export const offerStands = ({ pathId, stepId }: Offered, notReached: string): Promise<Answer> =>
  call(`/checkout/offer/state?path=${encodeURIComponent(pathId)}&step=${encodeURIComponent(stepId)}`, notReached);
