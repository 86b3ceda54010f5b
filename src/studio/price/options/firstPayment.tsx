import { MoneyFill } from '../Fill';
import { priceOption } from './option';

/** The first payment of a plan is another than the rest. */
export const firstPayment = priceOption({
  name: 'another first payment',
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
      The first payment is{' '}
      <MoneyFill
        label={`${name}: amount of the first payment`}
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
