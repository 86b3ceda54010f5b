import { pointed } from '../editing';
import type { Beginning } from './beginning';
import { chain, partOf } from './parts';

/** Something more after payment, and something softer to those who decline it. */
export const offerSofter: Beginning = {
  id: 'softer',
  sentence: 'Offer something more after payment, and something else after a “no”',
  asks: ['more', 'softer'],
  make(known) {
    const more = partOf(known, 'offer', 'offer', known.more);
    const softer = partOf(known, 'offer', 'softer', known.softer);
    const thanks = partOf(known, 'thanks', 'thanks');
    const begun = chain(known, [
      partOf(known, 'page', ''),
      partOf(known, 'checkout', 'checkout'),
      more,
      softer,
      thanks,
    ]);
    // Whoever says yes has what they want: the softer one is for the others.
    const end = { kind: 'step', step: thanks.step.id } as const;
    return { ...begun, path: pointed(begun.path, more.step.id, 'yes', end) };
  },
};
