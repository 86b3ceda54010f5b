import { fillCheckoutPage } from '#core/pages';
import { addBeside } from '../editing';
import type { Beginning } from './beginning';
import { chain, partOf } from './parts';

/** One page with two offers on it, each with its button and its checkout. */
export const sideBySide: Beginning = {
  id: 'beside',
  sentence: 'Show two offers side by side',
  asks: ['beside'],
  make(known) {
    const page = partOf(known, 'page', '');
    const begun = chain(known, [page, partOf(known, 'checkout', 'checkout'), partOf(known, 'thanks', 'thanks')]);
    const { beside, locale, next } = known;
    if (!beside) return begun;
    const till = fillCheckoutPage({ title: beside.title, products: beside.products, locale }, next);
    const step = { id: next('step'), kind: 'checkout', pageId: till.id, offerId: beside.id } as const;
    const block = next('b');
    const own = page.page.blocks.find((b) => b.kind === 'offer');
    if (own) page.page.blocks.push({ ...own, id: block, title: beside.title });
    return { path: addBeside(begun.path, step, block), pages: [...begun.pages, till] };
  },
};
