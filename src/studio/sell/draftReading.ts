import type { Instant } from '#core/calendar';
import { WAYS_TO_PAY, waysOpen } from '#core/ways';
import { type Release, sealContent } from '#core/release';
import { newShopState } from '#core/shop';
import { wordsFor } from '#core/words';
import type { PageReading } from '../../pages/data/reading';
import type { Draft } from '../data/draft';

/** Nothing was sold yet: what a first buyer meets. */
const NOTHING_SOLD = newShopState();

/** The draft as a shop would stand with it: checkout and offer are worked out from it by what works them out for buyers. */
export function draftReading(
  content: Draft['content'],
  now: Instant,
  pictureUrl: PageReading['pictureUrl'] = () => '',
): { reading: PageReading; release: Release } {
  const release: Release = { format: 1, number: 1, basedOn: null, at: now, content: sealContent(content) };
  const { shop } = release.content;
  return {
    release,
    reading: {
      state: NOTHING_SOLD,
      live: release,
      now,
      shop,
      locale: shop.locale,
      words: wordsFor(shop.locale),
      // Each that the shop wants, as if it were ready.
      ways: waysOpen(WAYS_TO_PAY, shop.ways),
      cards: { service: '', samples: true },
      pictureUrl,
      fingerprint: (text) => text,
    },
  };
}
