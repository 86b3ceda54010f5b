import type { Beginning } from './beginning';
import { linksPage, shopFront } from './front';
import { offerMore } from './offerMore';
import { offerSofter } from './offerSofter';
import { sellFromTalk } from './sellFromTalk';
import { sellStraight } from './sellStraight';
import { sellTurnedBack } from './sellTurnedBack';
import { sellWithPage } from './sellWithPage';
import { sideBySide } from './sideBySide';

export type { Beginning, Begun, Known, KnownOffer, KnownPrice } from './beginning';
export { offerSofter } from './offerSofter';
export { sellFromTalk } from './sellFromTalk';
export { sellWithPage } from './sellWithPage';
export { linksPage, shopFront } from './front';
export { sideBySide } from './sideBySide';

/** Every ready beginning, the plainest first. One is added by its file and a line here. */
export const BEGINNINGS: readonly Beginning[] = [
  sellWithPage,
  offerMore,
  offerSofter,
  sideBySide,
  sellTurnedBack,
  sellFromTalk,
  sellStraight,
  shopFront,
  linksPage,
];
