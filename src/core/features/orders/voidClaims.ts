import { refuse } from '#core/refusal';
import type { Command, Decision } from '../../engine/command';
import type { Charge } from './fold/state';
import type { ShopState } from '../../engine/state';
import { onceOf } from './fold/taken';
import { voided } from './acceptOffer';

/**
 * A typed address is a claim, not proof. What such claims hold of a person who now asks for it signed in (the trial,
 * the one subscription to an offer) is set free: their charges are made impossible at the payment service, whose answer
 * decides, so that one that was paid in the last second still counts.
 */
export function voidClaims(
  state: ShopState,
  { personId, checkoutId, lines }: Extract<Command, { type: 'void-claims' }>,
): Decision {
  const offers = new Set(lines.map(({ offerId }) => offerId));
  const claims = [...state.pending.inLane('money')].flatMap(({ kind, key }): Charge[] => {
    const charge = kind === 'charge' ? state.charges.get(key) : undefined;
    const isClaim = charge?.personId === personId && !charge.signedIn && charge.checkoutId !== checkoutId;
    return charge && isClaim ? [charge] : [];
  });
  const events = claims
    .filter(({ quote }) => quote?.lines.some((line) => offers.has(line.offerId) && onceOf(line).length > 0))
    .flatMap(({ key }) => voided(state, key));
  return events.length === 0 ? refuse('nothing-to-do', { why: 'done' }) : { events };
}
