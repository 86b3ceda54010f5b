import type { PriceId } from '#core/ids';
import type { Path, Step } from '#core/paths';
import { change, type Draft } from '../../data/draft';
import { ChoiceFill, CountFill } from '../../price/Fill';
import { ForFew } from './ForFew';
import { mainPrices } from './stepInWords';
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.lowerPrice;

const BEGIN_HOURS = 24;

const offerOf = ({ content }: Draft, { offerId }: Path) => content.offers.find((o) => o.id === offerId);

/** Whether a price was made for one place. */
const isMade = ({ content }: Draft, priceId: PriceId): boolean =>
  content.offers.some((o) => o.prices.some((p) => p.id === priceId && p.onlyAt));

/** What somebody who turned back may have instead, and how long. */
export function LowerPrice({ draft, path, step }: { draft: Draft; path: Path; step: Step }) {
  const { priceId = '', hours = BEGIN_HOURS } = step.lower ?? {};
  const prices = mainPrices(draft.content, path, priceId);
  const owner = draft.content.offers.find((o) => o.prices.some((p) => p.id === priceId)) ?? offerOf(draft, path);
  const first = owner?.prices.find((p) => !p.onlyAt)?.id ?? '';
  const set = (lower: Step['lower']): void =>
    void change('path', path.id, (p) => {
      const found = p.steps.find((s) => s.id === step.id);
      if (found) found.lower = lower;
    });
  return (
    <>
      <p className="mt-2">
        {say.peopleWhoPressNot}{' '}
        <ChoiceFill
          label={say.lowerPrice}
          value={priceId}
          choices={[...(prices.some(([id]) => id === priceId) ? [] : [[priceId, say.choosePrice] as const]), ...prices]}
          onChange={(id) => set({ priceId: id, hours })}
        />{' '}
        {say.for}{' '}
        <CountFill
          label={say.hoursLowerPriceLasts}
          value={hours}
          from={1}
          to={720}
          onChange={(n) => priceId !== '' && set({ priceId, hours: n })}
        />{' '}
        {say.hoursOnceNobodyElse}
        {owner && (
          <ForFew
            draft={draft}
            price={{ offerId: owner.id, priceId: isMade(draft, priceId) ? priceId : first }}
            at={{ kind: 'step', step: step.id }}
            where="here"
            howLong={say.forHours(hours)}
            onMade={(id) => set({ priceId: id, hours })}
          />
        )}
      </p>
      <p className="cap mt-1">{say.hoursStartWhenThey}</p>
    </>
  );
}
