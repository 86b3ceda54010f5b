import type { Instant } from '#core/calendar';
import {
  openedBy as openedInPlaceOf,
  type Place,
  placesOf,
  type Product,
  productKindOf,
  reachedBy,
} from '#core/catalogue';
import type { PersonId, ProductId } from '#core/ids';
import {
  type EarlierPlan,
  openingsOf,
  openParts,
  type Part,
  type PartOpening,
  standingByPasses,
  type Standing,
} from '#core/opening';
import { isOpen, type Pass, type Right } from '#core/passes';
import type { History } from './history';
import { pairOf } from './ids';
import { passesFor } from './passesFor';
import type { Progress, ShopState } from './state';

/** What is looked at to say who may open what. */
export interface Grounds {
  now: Instant;
  /** The shop's. */
  zone: string;
  /** Those of the live release. */
  products: readonly Product[];
  history: (productId: ProductId) => History;
}

/** Whoever may open something: what passes they come with, and how far they are with a product. */
export interface Holder {
  passes: readonly Pass[];
  progress: (productId: ProductId) => Progress | undefined;
}

/** Somebody with everything that is theirs. */
export const holderOf = (state: ShopState, personId: PersonId): Holder => ({
  passes: passesFor(state, personId),
  progress: (productId) => progressOf(state, personId, productId),
});

/** Whoever comes with some passes alone, as with an order: of anything else that its buyer has or did they know nothing. */
export const holderBy = (passes: readonly Pass[]): Holder => ({ passes, progress: () => undefined });

/** How far somebody has come with a product; undefined where they have done nothing yet. */
export const progressOf = (
  state: Pick<ShopState, 'progress'>,
  personId: PersonId,
  productId: ProductId,
): Progress | undefined => state.progress.get(pairOf(personId, productId));

/** What of a product is open to somebody. */
export interface Opened {
  /** Whether something lets them open it now: nothing is open without. */
  pass: boolean;
  /** The parts that have opened to them, and since when. */
  parts: ReadonlyMap<string, Instant>;
  /** When each part opens, by the plan of today. */
  when: ReadonlyMap<string, PartOpening>;
}

/**
 * Every right somebody has or had to a product: their passes to it, and those to whatever it stands in today. Through
 * something it opens at the latest of three moments: when that opened for them, the release that put it in, and its own
 * turn in the plan there. What has no such moment yet is no right.
 */
export function rightsTo(holder: Holder, productId: ProductId, grounds: Grounds): Right[] {
  const own = holder.passes.filter((pass) => pass.productId === productId).map((pass) => ({ ...pass, through: null }));
  const places = placesOf(grounds.products, productId);
  if (places.length === 0) return own;
  return [...own, ...places.flatMap((place) => rightsThrough(holder, productId, place, grounds))];
}

function rightsThrough(
  holder: Holder,
  productId: ProductId,
  { holder: whole, part }: Place,
  grounds: Grounds,
): Right[] {
  if (whole.id === productId) return [];
  const rights = rightsTo(holder, whole.id, grounds);
  const opened = openedBy(rights, whole, grounds, holder);
  const at = opened?.parts.get(part) ?? opened?.when.get(part)?.at;
  if (at == null) return [];
  return rights.flatMap((right): Right[] => {
    const from = right.from > at ? right.from : at;
    const end = right.closed?.at ?? right.until;
    // It was over before this came to it.
    if (end !== null && end <= from) return [];
    const through = right.through ?? { productId: right.productId, from: right.from };
    return [{ ...right, productId, from, through }];
  });
}

/** Everything somebody has or had a right to, each product once: what they have passes to first, then what stands in it. */
export function rightsOf(holder: Holder, grounds: Grounds): Map<ProductId, Right[]> {
  const all = reachedBy(grounds.products, [...new Set(holder.passes.map(({ productId }) => productId))]);
  return new Map(
    all.flatMap((id) => {
      const rights = rightsTo(holder, id, grounds);
      return rights.length > 0 ? [[id, rights]] : [];
    }),
  );
}

/** Whether somebody may open a product now. */
export const mayOpen = (holder: Holder, productId: ProductId, grounds: Grounds): boolean =>
  rightsTo(holder, productId, grounds).some((right) => isOpen(right, grounds.now));

/** Everybody who may open a product now. */
export function whoMayOpen(state: ShopState, productId: ProductId, grounds: Grounds): Set<PersonId> {
  const leading = new Set(
    grounds.products.map(({ id }) => id).filter((id) => reachedBy(grounds.products, [id]).includes(productId)),
  );
  const found = new Set<PersonId>();
  for (const pass of state.passes.values())
    if (leading.has(pass.productId) && isOpen(pass, grounds.now) && !found.has(pass.personId))
      if (pass.productId === productId || mayOpen(holderOf(state, pass.personId), productId, grounds))
        found.add(pass.personId);
  return found;
}

/** For how many a part closes once it is taken out of what it stands in: whoever has it by something else keeps it. */
export function closesFor(
  state: ShopState,
  { productId, part }: { productId: ProductId; part: ProductId },
  grounds: Grounds,
): number {
  const without = {
    ...grounds,
    products: grounds.products.map((p) =>
      p.id === productId && p.kind === 'membership'
        ? { ...p, parts: p.parts.filter((of) => of.productId !== part) }
        : p,
    ),
  };
  let closed = 0;
  for (const inside of openedInPlaceOf(grounds.products, [part])) {
    const still = whoMayOpen(state, inside, without);
    closed = Math.max(closed, [...whoMayOpen(state, inside, grounds)].filter((id) => !still.has(id)).length);
  }
  return closed;
}

/**
 * What of a product has opened to somebody by their rights and by what they have done.
 * @returns null for a product without parts, and for somebody who has not had it yet
 */
export const openedTo = (holder: Holder, product: Product, grounds: Grounds): Opened | null =>
  openedBy(rightsTo(holder, product.id, grounds), product, grounds, holder);

function openedBy(rights: readonly Right[], product: Product, grounds: Grounds, holder: Holder): Opened | null {
  const { now, zone } = grounds;
  const parts = productKindOf(product).parts(product);
  const stands = parts && standingByPasses(rights, now);
  if (!stands) return null;
  const { plans, since } = grounds.history(product.id);
  const whole = withSince(parts.whole, since);
  const earlier = plans.map((plan): EarlierPlan => ({ ...plan, whole: withSince(plan.whole, since) }));
  const standing: Standing = { ...stands, zone, hour: parts.hour, done: (id) => isDone(id, product, grounds, holder) };
  return {
    pass: rights.some((right) => isOpen(right, now)),
    parts: openParts(whole, standing, now, earlier),
    when: openingsOf(whole, standing),
  };
}

/** Whether somebody has done a part: a lesson of a course, or a course that stands in something. What cannot be done keeps nobody waiting. */
function isDone(id: string, product: Product, { products }: Grounds, { progress }: Holder): boolean {
  if (!productKindOf(product).contains(product).includes(id)) return progress(product.id)?.done.has(id) ?? false;
  return openedInPlaceOf(products, [id]).every(
    (inside) =>
      products.find((p) => p.id === inside)?.kind !== 'course' || (progress(inside)?.finished ?? null) !== null,
  );
}

/** A whole with its parts not before they came to stand in it. */
const withSince = (whole: Part, since: History['since']): Part =>
  since.size === 0
    ? whole
    : {
        ...whole,
        parts: whole.parts.map((part) => {
          const at = since.get(part.id);
          return at === undefined
            ? part
            : { ...part, since: part.since !== undefined && part.since > at ? part.since : at };
        }),
      };
