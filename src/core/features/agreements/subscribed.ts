import { type Agreement, isRunning } from '#core/agreements';
import type { AgreementId, OfferId, PersonId } from '#core/ids';
import { fact, type ShopEvent } from '#core/journal';
import { keyOf, pairOf } from '../../engine/ids';
import type { ShopState } from '../../engine/state';
import { isTaken } from '../orders/fold/taken';
import { unansweredDue } from './fold/unansweredDue';

const NONE_LEFT: ReadonlySet<AgreementId> = new Set();

/** A subscription to an offer that runs; undefined where there is none. @param leaving as below */
const runningTo = (
  state: ShopState,
  personId: PersonId,
  offerId: OfferId,
  leaving: ReadonlySet<AgreementId>,
): Agreement | undefined =>
  agreementsOf(state, personId, leaving).find(
    (a) => a.offerId === offerId && a.terms.kind === 'subscription' && isRunning(a),
  );

const agreementsOf = (state: ShopState, personId: PersonId, leaving: ReadonlySet<AgreementId>): Agreement[] =>
  (state.agreementsOfPerson.get(personId) ?? [])
    .filter((id) => !leaving.has(id))
    .flatMap((id) => state.agreements.get(id) ?? []);

/**
 * Whether a subscription to an offer runs, or is being paid for: at a checkout, after one, or by a switch.
 * @param leaving agreements that do not count, because they are the ones that are left
 */
export const isSubscribed = (
  state: ShopState,
  personId: PersonId,
  offerId: OfferId,
  leaving: ReadonlySet<AgreementId> = NONE_LEFT,
): boolean =>
  isTaken(state, 'runs', pairOf(personId, offerId)) ||
  runningTo(state, personId, offerId, leaving) !== undefined ||
  agreementsOf(state, personId, leaving).some((a) => unansweredDue(state, a.unanswered)?.to?.offerId === offerId);

/**
 * What a person has to hear where a payment succeeds that begins a subscription which runs already: success is never
 * refused, so two of them run.
 * @param begins what begins with it
 * @param leaving what ends with it
 */
export function twiceEvents(
  state: ShopState,
  begins: readonly (Pick<Agreement, 'offerId' | 'title' | 'personId' | 'orderId'> & { terms: { kind: string } })[],
  id: string,
  leaving: ReadonlySet<AgreementId> = NONE_LEFT,
): ShopEvent[] {
  return begins.flatMap(({ offerId, title, personId, orderId, terms }, i) =>
    terms.kind !== 'subscription' || !runningTo(state, personId, offerId, leaving)
      ? []
      : [
          fact('attention.raised', {
            id: keyOf('twice', id, i + 1),
            what: 'runs-twice',
            orderId,
            text: `A payment succeeded late, and “${title}” now runs twice for the same person. Both are charged until you cancel one of them. What was paid for it can be refunded then.`,
          }),
        ],
  );
}
