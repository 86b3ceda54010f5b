import { MoneyFill } from '../Fill';
import { priceOption } from './option';
import { priceOptionsWords } from '#say/price/options';
const say = priceOptionsWords.usualPrice;

/** Another number beside it, struck through. */
export const usualPrice = priceOption({
  name: say.usualPrice,
  fits: ({ terms }) => terms.kind !== 'free' && terms.kind !== 'open',
  of: (price) => price.usual,
  add: (p) => {
    p.usual = '';
  },
  remove: (p) => {
    p.usual = null;
  },
  line: ({ name, currency, edit, wrong, onBlur, value: usual }) => (
    <>
      {say.shownNextUsualPrice}{' '}
      <MoneyFill
        label={say.usualPrice2(name)}
        currency={currency}
        placeholder="90.00"
        value={usual}
        invalid={wrong === 'usual'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            p.usual = text;
          })
        }
      />{' '}
      {say.crossedOut}
    </>
  ),
});
