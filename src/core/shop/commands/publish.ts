import { refuse } from '#core/refusal';
import { type Product, productKindOf } from '#core/catalogue';
import { fact } from '#core/journal';
import { launchCheck, unsealContent } from '#core/release';
import { passState } from '#core/passes';
import { finishedByChange } from './learn';
import type { Command, DecideContext, Decision } from '../command';
import type { ShopState } from '../state';

/**
 * Switches to a new release. Refused when it is based on another than the live one, when the launch check finds
 * something that stops it, and when something that an open or waiting pass opens would be missing.
 */
export function publish(
  state: ShopState,
  { release, hasFile, ready }: Extract<Command, { type: 'publish' }>,
  { now, release: live }: DecideContext,
): Decision {
  if (release.basedOn !== state.release) {
    return refuse('another-live');
  }
  const stops = launchCheck(unsealContent(release.content), hasFile, now, ready).filter((f) => f.level === 'stops');
  if (stops[0]) return refuse('cannot-launch', { stops: stops.map((f) => f.text) });
  const changed = release.content.offers.find((o) => state.soldIn.has(o.id) && state.soldIn.get(o.id) !== o.currency);
  if (changed)
    return refuse('currency-locked', {
      title: changed.title,
      soldIn: state.soldIn.get(changed.id) ?? '',
      currency: changed.currency,
    });
  const kept = new Map(release.content.products.map((p) => [p.id, p]));
  // A file or lesson is replaced in its place, under the id it has; what has no place any more is lost to who bought it.
  const places = new Map(live?.content.products.map((p) => [p.id, productKindOf(p).places(p)]));
  const loses = (product: Product): boolean => {
    const now = new Set(
      productKindOf(product)
        .places(product)
        .map(({ id }) => id),
    );
    return (places.get(product.id) ?? []).some(({ id, shown }) => shown && !now.has(id));
  };
  for (const pass of state.passes.values()) {
    const product = kept.get(pass.productId);
    if (product && productKindOf(product).holds(product) && !loses(product)) continue;
    if (passState(pass, now) !== 'closed') return refuse('would-strand');
  }
  return {
    events: [
      fact('release.published', { release: release.number, basedOn: release.basedOn }),
      ...finishedByChange(state, release, now),
    ],
  };
}
