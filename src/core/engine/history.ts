import type { Instant } from '#core/calendar';
import { type Product, productKindOf } from '#core/catalogue';
import type { ProductId } from '#core/ids';
import { type EarlierPlan, keepsAllOf, type Part } from '#core/opening';
import type { ReleasesPort } from './ports';
import type { ShopState } from './state';

/** How a product came to be what it is today, as far as that decides what is open. */
export interface History {
  /** The plans by which it opened before the one of today, each with when another took its place. */
  plans: readonly EarlierPlan[];
  /** Since when each product or post that stands in it does so without a break. */
  since: ReadonlyMap<string, Instant>;
}

const NOTHING: Part = { id: '', plan: null, parts: [] };

/** What stands in a product, with since when: the same moment for what stood in it before already. */
function sinceIn(
  product: Product | undefined,
  before: ReadonlyMap<string, Instant>,
  from: Instant,
): Map<string, Instant> {
  if (!product) return new Map();
  const kind = productKindOf(product);
  // Besides other products whatever comes at a moment of its own, as posts do.
  const dated = kind.parts(product)?.whole.parts.flatMap(({ id, since }) => (since === undefined ? [] : id)) ?? [];
  return new Map([...kind.contains(product), ...dated].map((id) => [id, before.get(id) ?? from]));
}

/** Where nothing came before: what stands there always did. */
export const NO_HISTORY: History = { plans: [], since: new Map() };

export type Histories = (state: Pick<ShopState, 'releases'>, productId: ProductId) => History;

/** Reads them from the releases that were live, each product once for as long as no other release is. */
export function historiesFrom(releases: ReleasesPort): Histories {
  const known = new Map<ProductId, { as: string; history: History }>();
  return ({ releases: live }, productId) => {
    // By the release itself: one whose switch-over was not kept is followed by another in its place.
    const last = live.at(-1);
    const as = `${live.length} ${last?.number ?? ''} ${last?.since ?? ''}`;
    const found = known.get(productId);
    if (found?.as === as) return found.history;
    const history = read(live, productId);
    known.set(productId, { as, history });
    return history;
  };

  function read(live: ShopState['releases'], productId: ProductId): History {
    const plans: EarlierPlan[] = [];
    let since = new Map<string, Instant>();
    for (const [i, { number, since: from }] of live.entries()) {
      const product = releases.get(number)?.content.products.find((p) => p.id === productId);
      const whole = product && productKindOf(product).parts(product)?.whole;
      const until = live[i + 1]?.since;
      // What the next one opens as well is not asked of the one before: a year of posts is one plan that grew.
      let begun = from;
      while (whole && keepsAllOf(whole, plans.at(-1)?.whole ?? NOTHING)) begun = plans.pop()?.from ?? begun;
      if (whole && until !== undefined) plans.push({ whole, from: begun, until });
      since = sinceIn(product, since, from);
    }
    return { plans, since };
  }
}
