import { refuse } from '#core/refusal';
import { fact } from '#core/journal';
import { countFileUse, isOpen, type Right } from '#core/passes';
import { openingIn, productKindOf } from '#core/catalogue';
import { type Command, type DecideContext, type Decision } from '../../engine/command';
import { groundsOf } from './grounds';
import type { ShopState } from '../../engine/state';
import { pairOf } from '../../engine/ids';
import { holderOf, openedTo, rightsTo } from './rights';

/**
 * A buyer fetches a file. What a pass opens is read from the live release by stable ids, so a replaced file
 * reaches those who bought before. No events means: allowed, and counted already within these 24 hours.
 */
export function fetchFile(
  state: ShopState,
  { passId, fileId }: Extract<Command, { type: 'fetch-file' }>,
  context: DecideContext,
): Decision {
  const pass = state.passes.get(passId);
  const { now } = context;
  if (!pass) return refuse('no-such-pass');
  if (!isOpen(pass, now)) return refuse('pass-not-open');
  const grounds = groundsOf(context);
  const found = openingIn(grounds.products, pass.productId, fileId);
  if (!found) return refuse('no-such-file');
  const { product, opening } = found;
  const holder = holderOf(state, pass.personId);
  // What stands in something else may have its turn later.
  const opens = (right: Right): boolean => right.id === passId && isOpen(right, now);
  if (product.id !== pass.productId && !rightsTo(holder, product.id, grounds).some(opens))
    return refuse('part-not-open');
  if (opening.part !== null && !openedTo(holder, product, grounds)?.parts.has(opening.part))
    return refuse('part-not-open');
  // What is looked at in its place is asked for in many parts, and as often as somebody likes.
  if (opening.use === 'shown') return { events: [] };
  const { fetches } = productKindOf(product).limits(product);
  const use = state.fileUses.get(pairOf(passId, fileId));
  // What lies elsewhere is only led to, so following it again takes nothing away.
  switch (countFileUse(use, opening.file === null ? Infinity : fetches, now)) {
    case 'free':
      return { events: [] };
    case 'counted':
      return {
        events: [
          fact('file.fetched', {
            passId,
            personId: pass.personId,
            productId: product.id,
            fileId,
            count: (use?.count ?? 0) + 1,
          }),
        ],
      };
    case 'used-up':
      return refuse('used-up', { limit: fetches });
  }
}
