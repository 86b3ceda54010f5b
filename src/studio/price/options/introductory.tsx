import { MoneyFill, TextFill } from '../Fill';
import { priceOption } from './option';

/** The first payments of a subscription cost less. */
export const introductory = priceOption({
  name: 'cheaper at first',
  fits: ({ terms }) => terms.kind === 'subscription',
  of: (price) => price.terms.introductory,
  add: (p) => {
    p.terms.introductory = { payments: '3', amount: '' };
  },
  remove: (p) => {
    p.terms.introductory = null;
  },
  line: ({ name, currency, edit, wrong, onBlur, value: introductory }) => (
    <>
      The first{' '}
      <TextFill
        numeric
        label={`${name}: how many cheaper payments`}
        value={introductory.payments}
        invalid={wrong === 'introductory'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            if (p.terms.introductory) p.terms.introductory.payments = text.slice(0, 4);
          })
        }
      />{' '}
      payments are{' '}
      <MoneyFill
        label={`${name}: amount of the cheaper payments`}
        currency={currency}
        placeholder="6.00"
        value={introductory.amount}
        invalid={wrong === 'introductory'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            if (p.terms.introductory) p.terms.introductory.amount = text;
          })
        }
      />{' '}
      each.
    </>
  ),
});
