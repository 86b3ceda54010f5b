import { useMemo } from 'react';
import type { Instant } from '#core/calendar';
import { openedBy } from '#core/catalogue';
import { firstBuyer, isSent, quoteFor } from '#core/checkout';
import { mainOffers, type Path, pricesOffered, type Step } from '#core/paths';
import type { Release } from '#core/release';
import { offerDataFor } from '../../pages/data/offerData';
import { OfferPage } from '../../pages/offer/OfferPage';
import type { Draft } from '../data/draft';
import { draftReading } from './draftReading';
import { LookedAt } from './LookedAt';
import { sellWords } from '#say/sell';
const say = sellWords.offerPicture;

/** The card that a practice buyer pays with. */
const CARD = { last4: '0001' };

/** Whether something that a path's checkouts sell is sent by post: then its order says where to. */
const offersSent = (release: Release, path: Path): boolean =>
  mainOffers(path).some((id) =>
    isSent(
      release,
      openedBy(release.content.products, release.content.offers.find((o) => o.id === id)?.productIds ?? []),
    ),
  );

/** What an offer after payment says and asks, as the draft would have it: looked at, never used. */
export function OfferPicture({ draft, path, step, at }: { draft: Draft; path: Path; step: Step; at: Instant }) {
  const { offers, products, shop } = draft.content;
  const minute = at.slice(0, 16);
  const { offer } = step;
  const shown = useMemo(
    () => {
      const { reading, release } = draftReading(draft.content, at);
      const quote = offer ? quoteFor(release, offer, at, firstBuyer(at)) : null;
      if (!quote || 'refused' in quote) return null;
      const data = offerDataFor(reading, {
        release,
        pathId: path.id,
        step: step.id,
        card: CARD,
        quote,
        asksAddress: !offersSent(release, path),
        state: { status: 'open' },
        prices: pricesOffered(step),
      });
      return { data, words: { ...reading.words.checkout, card: reading.words.card } };
    },
    // eslint-disable-next-line react-hooks/exhaustive-deps -- of the draft only this is read; a minute changes no word
    [offers, products, shop, offer, path.id, step.id, minute],
  );
  return (
    <LookedAt waits={say.offerAppearsHereOnce}>{shown && <OfferPage data={shown.data} words={shown.words} />}</LookedAt>
  );
}
