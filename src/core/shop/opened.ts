import type { Instant } from '#core/calendar';
import { type Product, productKindOf } from '#core/catalogue';
import type { PersonId, ProductId } from '#core/ids';
import {
  type EarlierPlan,
  openingsOf,
  openParts,
  type PartOpening,
  standingByPasses,
  type Standing,
} from '#core/opening';
import { isOpen, type Pass } from '#core/passes';
import { pairOf } from './ids';
import { passesFor } from './passesFor';
import type { ReleasesPort } from './ports';
import type { Progress, ShopState } from './state';

/** What of a product is open to somebody. */
export interface Opened {
  /** Whether a pass of theirs is open: nothing is without. */
  pass: boolean;
  /** The parts that have opened to them. */
  parts: ReadonlySet<string>;
  /** When each part opens, by the plan of today. */
  when: ReadonlyMap<string, PartOpening>;
}

interface At {
  now: Instant;
  /** The shop's. */
  zone: string;
  earlier: readonly EarlierPlan[];
}

/**
 * What of a product has opened to somebody by their own passes and by what they have done.
 * @returns null for a product without parts, and for somebody who has not had it yet
 */
export function openedTo(state: ShopState, personId: PersonId, product: Product, at: At): Opened | null {
  const done = progressOf(state, personId, product.id)?.done;
  return openedBy(passesFor(state, personId, product.id), product, at, done);
}

/** The same by some passes alone: whoever comes with an order knows of nothing else that its buyer has. */
export function openedBy(
  passes: readonly Pass[],
  product: Product,
  { now, zone, earlier }: At,
  done?: Progress['done'],
): Opened | null {
  const parts = productKindOf(product).parts(product);
  const stands = parts && standingByPasses(passes, now);
  if (!stands) return null;
  const standing: Standing = { ...stands, zone, hour: parts.hour, done: (id) => done?.has(id) ?? false };
  return {
    pass: passes.some((pass) => isOpen(pass, now)),
    parts: openParts(parts.whole, standing, now, earlier),
    when: openingsOf(parts.whole, standing),
  };
}

/** How far somebody has come with a product; undefined where they have done nothing yet. */
export const progressOf = (
  state: Pick<ShopState, 'progress'>,
  personId: PersonId,
  productId: ProductId,
): Progress | undefined => state.progress.get(pairOf(personId, productId));

/** The plans by which a product opened before the one of today, each with when another took its place. */
export type EarlierPlans = (state: Pick<ShopState, 'releases'>, productId: ProductId) => readonly EarlierPlan[];

/** Reads them from the releases that were live, each product once for as long as no other release is. */
export function earlierPlansFrom(releases: ReleasesPort): EarlierPlans {
  const known = new Map<ProductId, { as: string; plans: readonly EarlierPlan[] }>();
  return ({ releases: live }, productId) => {
    // By the release itself: one whose switch-over was not kept is followed by another in its place.
    const last = live.at(-1);
    const as = `${live.length} ${last?.number ?? ''} ${last?.since ?? ''}`;
    const found = known.get(productId);
    if (found?.as === as) return found.plans;
    const plans = read(live, productId);
    known.set(productId, { as, plans });
    return plans;
  };

  function read(live: ShopState['releases'], productId: ProductId): EarlierPlan[] {
    const plans: EarlierPlan[] = [];
    let before = '';
    for (const [i, { number }] of live.entries()) {
      const product = releases.get(number)?.content.products.find((p) => p.id === productId);
      const whole = product && productKindOf(product).parts(product)?.whole;
      const until = live[i + 1]?.since;
      const now = whole ? JSON.stringify(whole) : '';
      const last = plans.at(-1);
      // The same plan in the next release goes on; as it is today it is no earlier one.
      if (now !== '' && now === before && last) plans.pop();
      before = now;
      if (whole && until !== undefined) plans.push({ whole, until });
    }
    return plans;
  }
}
