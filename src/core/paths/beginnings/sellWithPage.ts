import type { Beginning } from './beginning';
import { chain, partOf } from './parts';

/** A page that explains it, a checkout that takes the money, and a thank-you page that opens it. */
export const sellWithPage: Beginning = {
  id: 'page',
  sentence: 'Sell with a page',
  asks: [],
  make: (known) =>
    chain(known, [partOf(known, 'page', ''), partOf(known, 'checkout', 'checkout'), partOf(known, 'thanks', 'thanks')]),
};
