import type { Request } from 'express';
import type { KeptCard } from '#core/agreements';
import type { QuoteChoice } from '#core/checkout';
import type { Release } from '#core/release';
import { wayOf } from '#core/ways';
import { NotAnswered } from '#core/shop';
import { isLasting } from '#core/terms';
import type { CounterContext } from '../context';
import { Problem } from '../http/problem';
import { placeOf } from '../http/limits';
import { securityEvent } from '../http/securityLog';
import { steadyStore } from '../http/steadyStore';
import type { Visit } from './visit';

/** So often in an hour a visit, and a card, may hear what somebody has. */
const TOLD_AN_HOUR = 3;
const HOUR_MS = 3_600_000;

/**
 * Whether what is bought could be answered by what its person has or had: a subscription, a beginning of its own, the
 * most that each buyer may have, a coupon they used.
 */
export const isPersonal = (release: Release, cart: QuoteChoice): boolean =>
  [cart, ...(cart.extras ?? [])].some(({ offerId, priceId }) => {
    const price = release.content.offers.find((o) => o.id === offerId)?.prices.find((p) => p.id === priceId);
    return price !== undefined && (isLasting(price.terms) || price.limit.each !== null);
  }) || (cart.coupon ?? '').trim() !== '';

const stores = new WeakMap<CounterContext, ReturnType<typeof steadyStore>>();

/**
 * Whoever is not signed in hears nothing of the person whose address they typed before their card could be charged: it
 * is tried with nothing, for every address alike, so that neither the words nor the time tell two apart.
 * @returns why the card is refused, or null where it is good
 * @throws Problem where the service does not answer
 */
export async function tryCardFirst({ payments }: CounterContext, card: KeptCard): Promise<string | null> {
  try {
    return await payments.tryCard(card.token, wayOf(card));
  } catch (error) {
    if (error instanceof NotAnswered) throw new Problem(503, (say) => say.notAnswered, 'not-answered');
    throw error;
  }
}

/** Something is about to be told of somebody who is not signed in. @throws Problem where this visit or card heard enough */
export async function countTelling(context: CounterContext, req: Request, visit: Visit, card: KeptCard): Promise<void> {
  if (context.mode !== 'real') return;
  const told = storeOf(context);
  const keys = [
    `visit/${visit.visit ?? visit.checkout}`,
    // A wallet has nothing to be told by: whoever comes from one place with several counts as one.
    card.way === undefined
      ? `card/${card.last4}/${card.expires ?? ''}/${card.country ?? ''}`
      : `${card.way}/${placeOf(req)}`,
  ];
  for (const key of keys)
    if ((await told.increment(key)).totalHits > TOLD_AN_HOUR) {
      securityEvent(context.security, 'too-many', req);
      throw new Problem(429, (say) => say.tooManyTries, 'too-many');
    }
}

function storeOf(context: CounterContext): ReturnType<typeof steadyStore> {
  const known = stores.get(context);
  if (known) return known;
  const made = steadyStore(HOUR_MS);
  stores.set(context, made);
  return made;
}
