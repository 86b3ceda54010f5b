import { useNavigate } from 'react-router';
import { type Beginning, copyPath, entrancesOf, freeShort, type Known, type KnownPrice, type Path } from '#core/paths';
import type { OfferId, PriceId } from '#core/ids';
import { add, type Draft } from '../data/draft';
import { newId } from '../data/ids';

/** What somebody chose for a path that begins. */
export interface Chosen {
  offerId: OfferId;
  more?: { offerId: OfferId; priceId: PriceId } | null;
  softer?: { offerId: OfferId; priceId: PriceId } | null;
  beside?: OfferId | null;
  few?: PriceId | null;
  lower?: PriceId | null;
}

/** A price of an offer with what is known of it; undefined where there is none. */
export function knownPrice(draft: Draft, named: Chosen['more']): KnownPrice | undefined {
  const offer = named ? knownOffer(draft, named.offerId) : undefined;
  return offer && named ? { offer, priceId: named.priceId } : undefined;
}

function knownOffer({ content }: Draft, id: OfferId): Known['offer'] | undefined {
  const offer = content.offers.find((o) => o.id === id);
  return (
    offer && {
      id: offer.id,
      title: offer.title,
      products: offer.productIds.flatMap((productId) => content.products.filter((p) => p.id === productId)),
    }
  );
}

/** What no path has yet. */
export function freshIn(paths: readonly Path[]): Pick<Known, 'taken' | 'short'> {
  const shorts = new Set(paths.flatMap((p) => entrancesOf(p).map((e) => e.short)));
  return {
    taken: new Set(paths.flatMap((p) => [p.address, ...p.formerAddresses])),
    short: () => freeShort(shorts, (below) => Math.floor(Math.random() * below)),
  };
}

/** What a beginning is made from, as things stand; null where the offer is gone. */
export function knownFor(draft: Draft, chosen: Chosen, next: Known['next']): Known | null {
  const offer = knownOffer(draft, chosen.offerId);
  const { paths, shop } = draft.content;
  return (
    (offer && {
      offer,
      more: knownPrice(draft, chosen.more),
      softer: knownPrice(draft, chosen.softer),
      beside: chosen.beside == null ? undefined : knownOffer(draft, chosen.beside),
      few: chosen.few ?? undefined,
      lower: chosen.lower ?? undefined,
      locale: shop.locale,
      paths: paths.filter((p) => !p.front).map(({ id, title }) => ({ id, title })),
      shopName: shop.name,
      ...freshIn(paths),
      next,
    }) ??
    null
  );
}

/** A path without the prices that were made for one place in it: they stay there, and a copy begins with what everybody sees. */
function withoutFew(path: Path, offers: Draft['content']['offers']): Path {
  const made = new Map(
    offers.flatMap((o) => o.prices.flatMap((p) => (p.onlyAt ? [[p.id, p.onlyAt.insteadOf] as const] : []))),
  );
  const plain = (id: PriceId): PriceId => made.get(id) ?? id;
  return {
    ...path,
    steps: path.steps.map(({ lower, ...step }) => ({
      ...step,
      ...(lower && !made.has(lower.priceId) ? { lower } : {}),
      ...(step.extras ? { extras: step.extras.map((e) => ({ ...e, priceId: plain(e.priceId) })) } : {}),
      ...(step.offer ? { offer: { ...step.offer, priceId: plain(step.offer.priceId) } } : {}),
    })),
  };
}

/** Makes a copy of a path, with pages of its own, and opens it. */
export function useCopyPath({ content }: Draft): (path: Path) => void {
  const navigate = useNavigate();
  return (path) => {
    const copy = copyPath(withoutFew(path, content.offers), content.pages, { ...freshIn(content.paths), next: newId });
    for (const page of copy.pages) add('page', page.id, page);
    add('path', copy.path.id, copy.path);
    void navigate(`/sell/${copy.path.id}`);
  };
}

/** Makes a path from a ready beginning and opens it. */
export function useMakePath(draft: Draft): (
  beginning: Beginning,
  chosen: Chosen,
  /** What is opened then: the path, or the page it begins with. */
  open?: 'page',
) => void {
  const navigate = useNavigate();
  return (beginning, chosen, open) => {
    const known = knownFor(draft, chosen, newId);
    if (!known) return;
    const { path, pages } = beginning.make(known);
    for (const page of pages) add('page', page.id, page);
    add('path', path.id, path);
    void navigate(open === 'page' ? `/sell/${path.id}/${path.start}` : `/sell/${path.id}`);
  };
}
