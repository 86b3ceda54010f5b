import { MoneyFill } from '../Fill';
import { priceOption } from './option';
import { priceOptionsWords } from '#say/price/options';
const say = priceOptionsWords.firstPayment;

/** The first payment of a plan is another than the rest. */
export const firstPayment = priceOption({
  name: say.differentFirstPayment,
  fits: ({ terms }) => terms.kind === 'plan',
  of: (price) => price.terms.first,
  add: (p) => {
    p.terms.first = '';
  },
  remove: (p) => {
    p.terms.first = null;
  },
  line: ({ name, currency, edit, wrong, onBlur, value: first }) => (
    <>
      {say.firstPayment}{' '}
      <MoneyFill
        label={say.amountFirstPayment(name)}
        currency={currency}
        placeholder="97.00"
        value={first}
        invalid={wrong === 'first'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            p.terms.first = text;
          })
        }
      />
      .
    </>
  ),
});
