import { leadOn, pointed } from '../editing';
import type { Beginning } from './beginning';
import { chain, declined, partOf } from './parts';

/** Something more after payment, and something softer to those who decline it. */
export const offerSofter: Beginning = {
  id: 'softer',
  sentence: 'Offer something more after payment, and something softer to those who decline',
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
    const to = { kind: 'step', step: thanks.step.id } as const;
    const path = leadOn(pointed(begun.path, more.step.id, 'yes', to), softer.step.id, thanks.step.id);
    return declined({ ...begun, path }, more.step.id, softer.step.id);
  },
};
