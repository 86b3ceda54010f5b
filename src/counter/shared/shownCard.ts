import type { KeptCard } from '#core/agreements';
import type { ShownCard } from '../../wire';
import type { CounterContext } from '../context';
import { Problem } from '../http/problem';
import { cardProof, sameText } from '../http/signing';

/**
 * A card as a browser brought it. What it says of itself, like its last digits, is believed only with the payment
 * service's own proof of it.
 */
export function shownCard({ secrets }: Pick<CounterContext, 'secrets'>, card: ShownCard): KeptCard {
  const { proof, ...kept } = card;
  if (!sameText(proof, cardProof(secrets.paymentsKey, kept)))
    throw new Problem(422, (say) => say.cardWrong, 'card-wrong');
  return kept;
}
