import { MoneyFill } from '../Fill';
import { priceOption } from './option';

/** Another number beside it, struck through. */
export const usualPrice = priceOption({
  name: 'usual price',
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
      Shown beside the usual price{' '}
      <MoneyFill
        label={`${name}: usual price`}
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
      struck through.
    </>
  ),
});
