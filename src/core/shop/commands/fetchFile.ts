import { refuse } from '#core/refusal';
import { fact } from '#core/journal';
import { countFileUse, isOpen } from '#core/passes';
import { productKindOf } from '#core/catalogue';
import type { Command, DecideContext, Decision } from '../command';
import type { ShopState } from '../state';
import { pairOf } from '../ids';
import { openedTo } from '../opened';

/**
 * A buyer fetches a file. What a pass opens is read from the live release by stable ids, so a replaced file
 * reaches those who bought before. No events means: allowed, and counted already within these 24 hours.
 */
export function fetchFile(
  state: ShopState,
  { passId, fileId }: Extract<Command, { type: 'fetch-file' }>,
  { now, release, earlier }: DecideContext,
): Decision {
  const pass = state.passes.get(passId);
  if (!pass) return refuse('no-such-pass');
  if (!isOpen(pass, now)) return refuse('pass-not-open');
  const product = release?.content.products.find((p) => p.id === pass.productId);
  const opening =
    product &&
    productKindOf(product)
      .openings(product)
      .find((o) => o.id === fileId);
  if (!release || !product || !opening) return refuse('no-such-file');
  if (opening.part !== null) {
    const at = { now, zone: release.content.shop.zone, earlier: earlier(product.id) };
    if (!openedTo(state, pass.personId, product, at)?.parts.has(opening.part)) return refuse('part-not-open');
  }
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
            productId: pass.productId,
            fileId,
            count: (use?.count ?? 0) + 1,
          }),
        ],
      };
    case 'used-up':
      return refuse('used-up', { limit: fetches });
  }
}
