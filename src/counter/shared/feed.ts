import { type Product, productKindOf } from '#core/catalogue';
import type { PassId, PersonId } from '#core/ids';
import type { CounterContext } from '../context';
import { signToken } from '../http/signing';

/** Where feeds stand. No path of a shop has such an address. */
export const FEEDS = '/-/feed';

/** Where somebody's own feed of a product is, and where they ask for another address; null where it has nothing to play. */
export function feedFor(
  context: Pick<CounterContext, 'secrets' | 'learners' | 'publicAddress'>,
  personId: PersonId,
  passId: PassId,
  product: Product,
): { address: string; anew: string } | null {
  const written = productKindOf(product).written(product);
  if (!written.some(({ blocks }) => blocks.some(({ kind }) => kind === 'sound' || kind === 'film'))) return null;
  const token = signToken(context.secrets.signing, 'feed', {
    p: passId,
    k: product.id,
    r: context.learners.get(personId).feed ?? 0,
  });
  return { address: `${context.publicAddress()}${FEEDS}/${token}`, anew: `/member/feeds/${product.id}/anew` };
}
