import type { Beginning } from './beginning';
import { offerMore } from './offerMore';
import { offerSofter } from './offerSofter';
import { sellStraight } from './sellStraight';
import { sellWithPage } from './sellWithPage';

export type { Beginning, Begun, Known, KnownOffer, KnownPrice } from './beginning';
export { sellWithPage } from './sellWithPage';

/** Every ready beginning, the plainest first. One is added by its file and a line here. */
export const BEGINNINGS: readonly Beginning[] = [sellWithPage, offerMore, offerSofter, sellStraight];
