import { type DraftAccess, type DraftCoupon, type DraftOffer, type DraftTerms, sealCoupon } from '#core/catalogue';
import { priceChanges, priceParts } from './priceDetails';
import type { DraftContent, Release } from './release';
import { unsealContent } from './seal';

export type ThingKind = 'shop' | 'product' | 'offer' | 'coupon' | 'path' | 'page';

/** One thing that differs between what is live and the draft. */
export interface Change {
  /** "kind/id" */
  key: string;
  kind: ThingKind;
  what: 'new' | 'changed' | 'removed';
  title: string;
  /** Before → after in words, one for each part that differs. */
  details: string[];
}

type Thing = { id: string };
interface Lists {
  product: readonly Thing[];
  offer: readonly Thing[];
  coupon: readonly Thing[];
  path: readonly Thing[];
  page: readonly Thing[];
}
const listsOf = (content: DraftContent): Lists => ({
  product: content.products,
  offer: content.offers,
  coupon: content.coupons,
  path: content.paths,
  page: content.pages,
});

/** Everything that publishing would change for buyers, by thing. */
export function changesBetween(live: Release | null, draft: DraftContent): Change[] {
  const before = live ? unsealContent(live.content) : null;
  const changes: Change[] = [];
  if (before === null)
    changes.push({ key: 'shop/shop', kind: 'shop', what: 'new', title: draft.shop.name, details: [] });
  else if (!same(before.shop, draft.shop))
    changes.push({
      key: 'shop/shop',
      kind: 'shop',
      what: 'changed',
      title: draft.shop.name,
      details: fieldsThatDiffer(before.shop, draft.shop),
    });
  const was = before ? listsOf(before) : { product: [], offer: [], coupon: [], path: [], page: [] };
  const is = listsOf(draft);
  for (const kind of ['product', 'offer', 'coupon', 'path', 'page'] as const) {
    const known = new Map(was[kind].map((thing) => [thing.id, thing]));
    const present = new Set(is[kind].map((thing) => thing.id));
    for (const thing of is[kind]) {
      const old = known.get(thing.id);
      const entry = { key: `${kind}/${thing.id}`, kind, title: titleOf(kind, thing, draft) };
      if (!old) changes.push({ ...entry, what: 'new', details: [] });
      else if (kind === 'coupon' && sameCoupon(old as DraftCoupon, thing as DraftCoupon)) continue;
      else if (!same(old, thing))
        changes.push({
          ...entry,
          what: 'changed',
          details:
            kind === 'offer'
              ? offerDetails(old as DraftOffer, thing as DraftOffer, draft.shop.locale)
              : fieldsThatDiffer(old, thing),
        });
    }
    for (const thing of was[kind])
      if (!present.has(thing.id))
        changes.push({
          key: `${kind}/${thing.id}`,
          kind,
          what: 'removed',
          title: titleOf(kind, thing, before ?? draft),
          details: [],
        });
  }
  // A shop's details alone are nothing that a buyer could meet.
  return before === null && changes.length === 1 ? [] : changes;
}

/** The draft with some things kept as they are live: new ones left out, changed and removed ones as before. */
export function withKept(live: Release | null, draft: DraftContent, kept: ReadonlySet<string>): DraftContent {
  const before = live ? unsealContent(live.content) : null;
  const mix = <T extends Thing>(kind: ThingKind, was: readonly T[], is: readonly T[]): T[] => {
    const old = new Map(was.map((thing) => [thing.id, thing]));
    const present = new Set(is.map((thing) => thing.id));
    const now = is.flatMap((thing) =>
      kept.has(`${kind}/${thing.id}`) ? (old.has(thing.id) ? [old.get(thing.id) as T] : []) : [thing],
    );
    return [...now, ...was.filter((thing) => !present.has(thing.id) && kept.has(`${kind}/${thing.id}`))];
  };
  return {
    shop: before && kept.has('shop/shop') ? before.shop : draft.shop,
    products: mix('product', before?.products ?? [], draft.products),
    offers: mix('offer', before?.offers ?? [], draft.offers),
    coupons: mix('coupon', before?.coupons ?? [], draft.coupons),
    paths: mix('path', before?.paths ?? [], draft.paths),
    pages: mix('page', before?.pages ?? [], draft.pages),
  };
}

const PAGE_NAMES = { sales: 'page', checkout: 'checkout', thanks: 'thank-you page' };

function titleOf(kind: ThingKind, thing: Thing, content: DraftContent): string {
  if (kind === 'coupon') return (thing as Thing & { code: string }).code;
  if (kind !== 'page') return (thing as Thing & { title: string }).title;
  const page = content.pages.find((p) => p.id === thing.id);
  const path = content.paths.find((p) => p.steps.some((s) => s.pageId === thing.id));
  return `${path?.title ?? ''}, ${page ? PAGE_NAMES[page.kind] : 'page'}`;
}

const FIELD_NAMES: Record<string, string> = {
  title: 'title',
  promise: 'promise',
  description: 'description',
  picture: 'picture',
  files: 'files',
  links: 'links',
  putAway: 'put away',
  benefits: 'benefits',
  downloads: 'how often files can be fetched',
  address: 'address',
  blocks: 'words',
  name: 'name',
  senderAddress: 'sender’s address',
  zone: 'time zone',
  currency: 'currency',
  cardStatement: 'card statement',
  brand: 'brand',
  locale: 'language',
  legal: 'legal lines',
  tax: 'tax',
  billing: 'checkout and late payments',
  code: 'code',
  percent: 'percent',
  amount: 'amount',
  acts: 'which payments',
  payments: 'how many payments',
  offerIds: 'for which offers',
  sale: 'days',
  limit: 'limits',
  on: 'in use',
  formerAddresses: '',
  steps: 'steps',
};

function fieldsThatDiffer(before: object, after: object): string[] {
  return Object.entries(after).flatMap(([field, value]) => {
    const old = (before as Record<string, unknown>)[field];
    if (same(old, value)) return [];
    const name = FIELD_NAMES[field] ?? field;
    if (name === '') return [];
    const short = (x: unknown): x is string => typeof x === 'string' && x.length < 40;
    return [short(old) && short(value) ? `${name}: ${old || 'empty'} → ${value || 'empty'}` : name];
  });
}

function offerDetails(before: DraftOffer, after: DraftOffer, locale: string): string[] {
  const details = after.prices.flatMap((price) => {
    const old = before.prices.find((p) => p.id === price.id);
    const name = price.name || 'price';
    const now = priceParts(after, price, locale);
    return old ? priceChanges(priceParts(before, old, locale), now, name) : [`${name}: new, ${now['paid'] ?? ''}`];
  });
  for (const price of before.prices)
    if (!after.prices.some((p) => p.id === price.id)) details.push(`${price.name || 'price'}: removed`);
  if (before.onSale !== after.onSale) details.push(after.onSale ? 'on sale again' : 'not on sale any more');
  if ((before.putAway ?? false) !== (after.putAway ?? false)) details.push(after.putAway ? 'put away' : 'brought back');
  if (before.currency !== after.currency) details.push(`currency: ${before.currency} → ${after.currency}`);
  if (!same(before.productIds, after.productIds)) details.push('what it opens');
  if (before.title !== after.title) details.push(`title: ${before.title} → ${after.title}`);
  return details.length > 0 ? details : ['prices'];
}

// What was typed for a kind of coupon that is not chosen means nothing.
const sameCoupon = (a: DraftCoupon, b: DraftCoupon): boolean => same(sealCoupon(a) ?? a, sealCoupon(b) ?? b);

const same = (a: unknown, b: unknown): boolean => canonical(a) === canonical(b);

/** One text for values that mean the same: keys in order, and amounts as money would read them ("24" is "24.00"). */
function canonical(value: unknown): string {
  return JSON.stringify(value, (key, v: unknown) => {
    if ((key === 'amount' || key === 'usual') && typeof v === 'string')
      return v.replace(',', '.').replace(/^\D+/, '').replace(/\.0+$/, '');
    if (key === 'access' && isDraftAccess(v))
      return v.kind === 'for' ? [v.kind, v.count, v.unit] : v.kind === 'until' ? [v.kind, v.date] : [v.kind];
    if (key === 'terms' && isDraftTerms(v)) return inUse(v);
    if (key === 'putAway' && v === false) return undefined;
    if (v !== null && typeof v === 'object' && !Array.isArray(v))
      return Object.fromEntries(Object.entries(v).sort(([x], [y]) => (x < y ? -1 : 1)));
    return v;
  });
}

const isDraftTerms = (v: unknown): v is DraftTerms => typeof v === 'object' && v !== null && 'owedBy' in v;

/** Only what terms of this kind use: what was typed for another kind stays in the draft and means nothing. */
function inUse({
  kind,
  amount,
  every,
  payments,
  owedBy,
  ends,
  first,
  introductory,
  trial,
  setUp,
}: DraftTerms): unknown {
  switch (kind) {
    case 'free':
      return { kind };
    case 'once':
      return { kind, amount };
    case 'plan':
      return { kind, amount, every, payments, owedBy, first, trial, setUp };
    case 'subscription':
      return { kind, amount, every, ends, introductory, trial, setUp };
  }
}

// What was typed for a kind of access that is not chosen means nothing.
const isDraftAccess = (v: unknown): v is DraftAccess =>
  typeof v === 'object' && v !== null && 'kind' in v && 'unit' in v && 'date' in v;
