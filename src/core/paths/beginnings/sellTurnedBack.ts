import { addTurnedBack } from '../editing';
import { checkoutOf } from '../steps';
import type { Beginning } from './beginning';
import { chain, partOf } from './parts';

/** How long the lower price is theirs who turned back, to begin with. */
const HOURS = 24;

/** A page for whoever turns back at payment, with a lower price for some hours. */
export const sellTurnedBack: Beginning = {
  id: 'turned-back',
  sentence: 'Sell with a page, and offer a lower price to people who leave the checkout',
  asks: ['lower'],
  make(known) {
    const begun = chain(known, [
      partOf(known, 'page', ''),
      partOf(known, 'checkout', 'checkout'),
      partOf(known, 'thanks', 'thanks'),
    ]);
    const { step, page } = partOf(known, 'turned-back', '');
    const { id, kind, pageId } = step;
    const lower = known.lower === undefined ? {} : { lower: { priceId: known.lower, hours: HOURS } };
    const path = addTurnedBack(begun.path, { id, kind, pageId, ...lower }, checkoutOf(begun.path)?.id ?? '');
    return { path, pages: [...begun.pages, page] };
  },
};
