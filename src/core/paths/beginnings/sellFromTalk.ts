import { newEntrance } from '../entrance';
import type { Beginning } from './beginning';
import { chain, partOf } from './parts';

/** A page that a talk sends its listeners to: through an entrance of theirs, at a price that is shown there alone. */
export const sellFromTalk: Beginning = {
  id: 'talk',
  sentence: 'Sell from a talk, through a special link with its own price',
  asks: ['few'],
  make(known) {
    const { few, next, short } = known;
    const { path, pages } = chain(known, [
      partOf(known, 'page', ''),
      partOf(known, 'checkout', 'checkout'),
      partOf(known, 'thanks', 'thanks'),
    ]);
    const entrance = newEntrance(
      { id: next('in'), word: 'talk', short: short() },
      { prices: few === undefined ? null : [few] },
    );
    return {
      path: { ...path, entrances: [entrance], ...(few === undefined ? {} : { setAside: [few] }) },
      pages,
    };
  },
};
