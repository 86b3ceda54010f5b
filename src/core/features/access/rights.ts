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
import type { History } from '../../engine/history';
import { pairOf } from '../../engine/ids';
import { passesFor } from './passesFor';
import type { Progress } from '../learning/fold/state';
import type { ShopState } from '../../engine/state';

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
  // What stands at several places is asked for again and again; nothing of it changes while one question is answered.
  return once(known(grounds, holder).rights, productId, () =>
    rightsBy(holder, productId, placesOf(grounds.products, productId), grounds),
  );
}

/** The same by some of the places at which it stands. */
function rightsBy(holder: Holder, productId: ProductId, places: readonly Place[], grounds: Grounds): Right[] {
  const own = holder.passes.filter((pass) => pass.productId === productId).map((pass) => ({ ...pass, through: null }));
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
  // Its posts and lessons take no turn among what stands in it.
  const opened = once(known(grounds, holder).opened, whole.id, () =>
    openedBy(rights, whole, grounds, holder, 'products'),
  );
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

/**
 * Everybody who may open a product now, one after the other: of very many it takes a while, and whoever asks can do
 * other things in between.
 * @yields a person, or null for one who was looked at and may not
 */
export function* whoMayOpen(state: ShopState, productId: ProductId, grounds: Grounds): Generator<PersonId | null> {
  const leading = new Set(
    grounds.products.map(({ id }) => id).filter((id) => reachedBy(grounds.products, [id]).includes(productId)),
  );
  const seen = new Set<PersonId>();
  for (const { productId: has, personId } of state.passes.values()) {
    if (!leading.has(has) || seen.has(personId)) continue;
    seen.add(personId);
    yield mayOpen(holderOf(state, personId), productId, grounds) ? personId : null;
  }
}

/**
 * Everybody for whom a part closes once it is taken out of what it stands in, one after the other: whoever has it by
 * something else keeps it.
 * @yields a person for whom something closes, or null for one who was looked at
 */
export function* closesFor(
  state: ShopState,
  { productId, part }: { productId: ProductId; part: ProductId },
  grounds: Grounds,
): Generator<PersonId | null> {
  const places = (id: ProductId): readonly Place[] => placesOf(grounds.products, id);
  const told = new Set<PersonId>();
  for (const inside of openedInPlaceOf(grounds.products, [part])) {
    const others = places(inside).filter((place) => place.holder.id !== productId || place.part !== part);
    for (const personId of whoMayOpen(state, inside, grounds)) {
      if (personId === null || told.has(personId)) {
        yield null;
        continue;
      }
      const holder = holderOf(state, personId);
      const keeps = rightsBy(holder, inside, others, grounds).some((right) => isOpen(right, grounds.now));
      if (!keeps) told.add(personId);
      yield keeps ? null : personId;
    }
  }
}

/**
 * What of a product has opened to somebody by their rights and by what they have done.
 * @returns null for a product without parts, and for somebody who has not had it yet
 */
export const openedTo = (holder: Holder, product: Product, grounds: Grounds): Opened | null =>
  openedBy(rightsTo(holder, product.id, grounds), product, grounds, holder);

/** @param of everything, or only other products that stand in it: there are few of them, and many posts */
function openedBy(
  rights: readonly Right[],
  product: Product,
  grounds: Grounds,
  holder: Holder,
  of: 'everything' | 'products' = 'everything',
): Opened | null {
  const { now, zone } = grounds;
  const parts = productKindOf(product).parts(product);
  const stands = parts && standingByPasses(rights, now);
  if (!stands) return null;
  const { plans, since } = grounds.history(product.id);
  // Posts have a moment of their own and take no turn. What was taken out since had its turn, and keeps it.
  const undated = (part: Part): Part => ({ ...part, parts: part.parts.filter((one) => one.since === undefined) });
  const asked = (part: Part): Part => withSince(of === 'products' ? undated(part) : part, since);
  const whole = asked(parts.whole);
  const earlier = plans.map((plan): EarlierPlan => ({ ...plan, whole: asked(plan.whole) }));
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

/** What was worked out of somebody on the same grounds. */
interface Known {
  rights: Map<ProductId, Right[]>;
  /** Of what holds other products, which of these have opened. */
  opened: Map<ProductId, Opened | null>;
}

/** Gone with the grounds and with whoever was asked about. */
const knownOf = new WeakMap<Grounds, WeakMap<Holder, Known>>();

function known(grounds: Grounds, holder: Holder): Known {
  const holders = knownOf.get(grounds) ?? new WeakMap<Holder, Known>();
  knownOf.set(grounds, holders);
  const mine = holders.get(holder) ?? { rights: new Map(), opened: new Map() };
  holders.set(holder, mine);
  return mine;
}

function once<K, V>(results: Map<K, V>, key: K, work: () => V): V {
  const before = results.get(key);
  if (before !== undefined) return before;
  const result = work();
  results.set(key, result);
  return result;
}
