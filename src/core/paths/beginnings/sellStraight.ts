import type { Beginning } from './beginning';
import { chain, partOf } from './parts';

/** The checkout is the address that is handed out: for those who are convinced already. */
export const sellStraight: Beginning = {
  id: 'straight',
  sentence: 'Sell straight from a checkout',
  asks: [],
  make: (known) => chain(known, [partOf(known, 'checkout', ''), partOf(known, 'thanks', 'thanks')]),
};
