import { useMemo } from 'react';
import type { Instant } from '#core/calendar';
import type { Page } from '#core/pages';
import type { Path } from '#core/paths';
import { CheckoutPage } from '../../pages/checkout/CheckoutPage';
import { checkoutDataFor } from '../../pages/data/checkoutData';
import type { Draft } from '../data/draft';
import { draftReading } from './draftReading';

/** The checkout itself, as the draft would have it: looked at, never used. */
export function CheckoutPicture({ draft, path, page, at }: { draft: Draft; path: Path; page: Page; at: Instant }) {
  const { offers, products, shop, coupons } = draft.content;
  const day = at.slice(0, 16);
  const { data, words } = useMemo(
    () => {
      const { reading, release } = draftReading(draft.content, at);
      const made = checkoutDataFor(reading, release, path, page, { status: 'open' }, { visit: { at } });
      return { data: { ...made, whole: false }, words: { ...reading.words.checkout, card: reading.words.card } };
    },
    // Of the draft only this is read; a minute changes no word.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [offers, products, shop, coupons, path, page, day],
  );
  if (data.prices.length === 0)
    return (
      <p className="my-6 border border-dashed border-edge p-6 text-ink-2">
        The checkout stands here once there is a price.
      </p>
    );
  return (
    <div inert>
      {/* A form keeps what was typed; another price or extra is another form. */}
      <CheckoutPage key={JSON.stringify(data.prices.map((p) => [p.shown, p.extras]))} data={data} words={words} />
    </div>
  );
}
