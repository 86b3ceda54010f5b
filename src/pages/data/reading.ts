import type { Instant } from '#core/calendar';
import type { FileRef, ShopDetails } from '#core/catalogue';
import type { WayToPay } from '#core/ways';
import type { Release } from '#core/release';
import type { ShopState } from '#core/shop';
import type { Words } from '#core/words';

/**
 * What a checkout or an offer is worked out from: how things stand at a moment, in which language. At the counter it is
 * the shop; in the studio the draft, so that what is looked at there is what a buyer meets.
 */
export interface PageReading {
  state: ShopState;
  live: Release | undefined;
  now: Instant;
  shop: ShopDetails;
  /** The locale its reader reads. */
  locale: string;
  words: Words;
  /** The country that the reader's browser names with its language ("de-AT"); null where it names none. */
  region?: string | null;
  /** Where browsers take cards to, and whether cards to try are shown there. */
  cards: { service: string; samples: boolean };
  /** The ways to pay that are ready here. */
  ways: readonly WayToPay[];
  /** The address of a picture that the public sees. */
  pictureUrl: (file: FileRef) => string;
  /** What a browser carries back of what it was shown. */
  fingerprint: (text: string) => string;
}
