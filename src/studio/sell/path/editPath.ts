import { fillBetweenPage, fillCheckoutPage, fillOfferPage, fillSalesPage, fillTurnedBackPage } from '#core/pages';
import { wordsFor } from '#core/words';
import { addBeside, addFirst, addStep, addTurnedBack, type Path, type StepPlace } from '#core/paths';
import type { OfferId, PathId, StepId } from '#core/ids';
import { add, change, type Draft } from '../../data/draft';
import { newId } from '../../data/ids';
import { knownPrice } from '../useMakePath';

/** Changes a path by a function of core: one step that can be undone. */
export const editPath = (id: PathId, recipe: (path: Path) => Path): Promise<void> =>
  change('path', id, (path) => void Object.assign(path, recipe(path)));

/** Puts a step with a page of its own into a path. @param place null for in front of where it begins */
export function insertStep(
  draft: Draft,
  path: Path,
  kind: 'page' | 'offer',
  place: StepPlace | null,
  offer: Parameters<typeof knownPrice>[1] = null,
): string {
  const { shop, offers, products } = draft.content;
  const known = knownPrice(draft, offer)?.offer;
  const main = offers.find((o) => o.id === path.offerId);
  const about = {
    title: known?.title ?? (kind === 'page' ? (main?.title ?? '') : ''),
    products: known?.products ?? (kind === 'page' ? products.filter((p) => main?.productIds.includes(p.id)) : []),
    locale: shop.locale,
  };
  // In front of the checkout a page sells; after payment it only leads on.
  const fill = kind === 'offer' ? fillOfferPage : place ? fillBetweenPage : fillSalesPage;
  const page = fill(about, newId);
  add('page', page.id, page);
  const step = { id: newId('step'), kind, pageId: page.id, ...(offer ? { offer } : {}) };
  void editPath(path.id, (p) => (place ? addStep(p, step, place) : addFirst(p, step)));
  return step.id;
}

/** A checkout of its own for another offer, with a button on the page that the path begins with. */
export function insertBeside(draft: Draft, path: Path, offerId: OfferId): string {
  const { shop, offers, products } = draft.content;
  const offer = offers.find((o) => o.id === offerId);
  const title = offer?.title ?? '';
  const page = fillCheckoutPage(
    { title, products: products.filter((p) => offer?.productIds.includes(p.id)), locale: shop.locale },
    newId,
  );
  const block = newId('b');
  const front = path.steps.find((s) => s.id === path.start);
  add('page', page.id, page);
  void change('page', front?.pageId ?? '', (p) => {
    const say = wordsFor(shop.locale).pages.fresh;
    p.blocks.push({ id: block, kind: 'offer', title, button: say.getNow, note: '' });
  });
  const step = { id: newId('step'), kind: 'checkout' as const, pageId: page.id, offerId };
  void editPath(path.id, (p) => addBeside(p, step, block));
  return step.id;
}

/** A page for whoever turns back at a checkout. */
export function insertTurnedBack(draft: Draft, path: Path, checkout: StepId): string {
  const { shop, offers, products } = draft.content;
  const main = offers.find((o) => o.id === path.offerId);
  const page = fillTurnedBackPage(
    {
      title: main?.title ?? '',
      products: products.filter((p) => main?.productIds.includes(p.id)),
      locale: shop.locale,
    },
    newId,
  );
  add('page', page.id, page);
  const step = { id: newId('step'), kind: 'turned-back' as const, pageId: page.id };
  void editPath(path.id, (p) => addTurnedBack(p, step, checkout));
  return step.id;
}
