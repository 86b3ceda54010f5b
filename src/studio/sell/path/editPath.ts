import { fillBetweenPage, fillOfferPage, fillSalesPage } from '#core/pages';
import { addFirst, addStep, type Path, type StepPlace } from '#core/paths';
import type { PathId } from '#core/ids';
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
