import { fact } from '#core/journal';
import { launchCheck, unsealContent } from '#core/release';
import { passState } from '#core/passes';
import type { Command, DecideContext, Decision } from '../decide';
import type { ShopState } from '../state';

/**
 * Switches to a new release. Refused when it is based on another than the live one, when the launch check finds
 * something that stops it, and when something that an open or waiting pass opens would be missing.
 */
export function publish(
  state: ShopState,
  { release, hasFile }: Extract<Command, { type: 'publish' }>,
  { now }: DecideContext,
): Decision {
  if (release.basedOn !== state.release) {
    return {
      refused: 'another-live',
      sentence:
        'Something else was published meanwhile, perhaps on another computer. Nothing was published. Load what is live and publish again.',
    };
  }
  const stops = launchCheck(unsealContent(release.content), hasFile, now).filter((f) => f.level === 'stops');
  if (stops[0])
    return { refused: 'cannot-launch', sentence: `Nothing was published. ${stops.map((f) => f.text).join(' ')}` };
  const changed = release.content.offers.find((o) => state.soldIn.has(o.id) && state.soldIn.get(o.id) !== o.currency);
  if (changed)
    return {
      refused: 'currency-locked',
      sentence: `Nothing was published. “${changed.title}” was already sold in ${state.soldIn.get(changed.id) ?? ''}, so its currency stays. Make another offer for ${changed.currency}.`,
    };
  const kept = new Map(release.content.products.map((p) => [p.id, p]));
  for (const pass of state.passes.values()) {
    const product = kept.get(pass.productId);
    if (product && product.files.length + product.links.length > 0) continue;
    if (passState(pass, now) !== 'closed')
      return {
        refused: 'would-strand',
        sentence:
          'Nothing was published: people who paid would lose something they can open now. Put the product and its files back; taken off sale, it stays for those who own it.',
      };
  }
  return { events: [fact('release.published', { release: release.number, basedOn: release.basedOn })] };
}
