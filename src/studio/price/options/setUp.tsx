import { ChoiceFill, MoneyFill, TextFill } from '../Fill';
import { priceOption } from './option';

/** Something once, beside the payments. */
export const setUp = priceOption({
  name: 'set-up fee',
  fits: ({ terms: { kind } }) => kind === 'plan' || kind === 'subscription',
  of: (price) => price.terms.setUp,
  add: (p) => {
    p.terms.setUp = { amount: '', label: 'set-up', when: 'today' };
  },
  remove: (p) => {
    p.terms.setUp = null;
  },
  line: ({ name, currency, edit, wrong, onBlur, value: setUp }) => (
    <>
      <MoneyFill
        label={`${name}: set-up fee`}
        currency={currency}
        placeholder="50.00"
        value={setUp.amount}
        invalid={wrong === 'setUp'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            if (p.terms.setUp) p.terms.setUp.amount = text;
          })
        }
      />{' '}
      once for{' '}
      <TextFill
        label={`${name}: what the set-up fee is for`}
        value={setUp.label}
        invalid={wrong === 'setUp'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            if (p.terms.setUp) p.terms.setUp.label = text;
          })
        }
      />
      ,{' '}
      <ChoiceFill
        label={`${name}: when the set-up fee is taken`}
        value={setUp.when}
        choices={[
          ['today', 'on the day of buying'],
          ['with-first-payment', 'with the first full payment'],
        ]}
        onChange={(when) =>
          edit((p) => {
            if (p.terms.setUp) p.terms.setUp.when = when;
          })
        }
      />
      .
    </>
  ),
});
