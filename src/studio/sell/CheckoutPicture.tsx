import { useMemo } from 'react';
import type { Instant } from '#core/calendar';
import type { Page } from '#core/pages';
import { extrasOf, leadsTo, type Path, plainSight, tillOf } from '#core/paths';
import { CheckoutPage } from '../../pages/checkout/CheckoutPage';
import { checkoutDataFor } from '../../pages/data/checkoutData';
import type { Draft } from '../data/draft';
import { draftReading } from './draftReading';
import { LookedAt } from './LookedAt';
import { useUrls } from './useUrls';
import { sellWords } from '#say/sell';
const say = sellWords.checkoutPicture;

/** Whether any extra shows its picture. */
const wanted = (path: Path): boolean => extrasOf(path).some((extra) => extra.picture);

/** The checkout itself, as the draft would have it: looked at, never used. */
export function CheckoutPicture({ draft, path, page, at }: { draft: Draft; path: Path; page: Page; at: Instant }) {
  const { offers, products, shop, coupons } = draft.content;
  const day = at.slice(0, 16);
  const urls = useUrls(products.flatMap((p) => (p.picture && wanted(path) ? [p.picture.file] : [])));
  const { data, words } = useMemo(
    () => {
      const { reading, release } = draftReading(draft.content, at, ({ sha256 }) => urls[sha256] ?? '');
      const step = path.steps.find((s) => s.kind === 'checkout' && s.pageId === page.id);
      const till = tillOf(path, plainSight(path, at, release.content), step);
      const made = checkoutDataFor(reading, release, till, page, { status: 'open' }, { visit: { at } });
      const turnBack = leadsTo(path, till.step, 'turned-back') === null ? null : '#';
      return {
        data: { ...made, turnBack, whole: false },
        words: { ...reading.words.checkout, card: reading.words.card },
      };
    },
    // Of the draft only this is read; a minute changes no word.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [offers, products, shop, coupons, path, page, day, urls],
  );
  return (
    <LookedAt waits={say.checkoutAppearsHereOnce}>
      {data.prices.length > 0 && (
        // A form keeps what was typed; another price or extra is another form.
        <CheckoutPage key={JSON.stringify(data.prices.map((p) => [p.shown, p.extras]))} data={data} words={words} />
      )}
    </LookedAt>
  );
}
