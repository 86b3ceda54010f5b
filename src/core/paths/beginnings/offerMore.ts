import type { Beginning } from './beginning';
import { chain, partOf } from './parts';

/** The same with one thing more offered after payment, taken with one press. */
export const offerMore: Beginning = {
  id: 'more',
  sentence: 'Sell with a page, and offer something more after payment',
  asks: ['more'],
  make: (known) =>
    chain(known, [
      partOf(known, 'page', ''),
      partOf(known, 'checkout', 'checkout'),
      partOf(known, 'offer', 'offer', known.more),
      partOf(known, 'thanks', 'thanks'),
    ]),
};
