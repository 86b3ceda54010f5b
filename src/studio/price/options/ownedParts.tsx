import { MoneyFill } from '../Fill';
import { priceOption } from './option';
import { priceOptionsWords } from '#say/price/options';
const say = priceOptionsWords.ownedParts;

/** Less for whoever has some of it already: an amount for each part. */
export const ownedParts = priceOption({
  name: say.discountProductsOwned,
  fits: ({ terms }) => terms.kind !== 'free' && terms.kind !== 'open',
  offered: ({ opens }) => opens.length > 1,
  of: (price) => price.owned,
  add: (p) => {
    p.owned = [];
  },
  remove: (p) => {
    p.owned = null;
  },
  line: ({ name, currency, edit, wrong, onBlur, opens, value: owned }) => (
    <>
      {say.offFirstFullPayment}{' '}
      {opens.map(({ id, title }, i) => (
        <span key={id}>
          {i > 0 && ', '}
          <MoneyFill
            label={say.offFor(name, title)}
            currency={currency}
            placeholder="0.00"
            value={owned.find(({ productId }) => productId === id)?.amount ?? ''}
            invalid={wrong === 'owned'}
            onBlur={onBlur}
            onChange={(text) =>
              edit((p) => {
                p.owned = [
                  ...(p.owned ?? []).filter(({ productId }) => productId !== id),
                  { productId: id, amount: text },
                ];
              })
            }
          />{' '}
          {say.for(title || say.untitledProduct)}
        </span>
      ))}
      {say.priceNeverDropsBelow}
    </>
  ),
});
