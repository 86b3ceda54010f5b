import { ChoiceFill, MoneyFill, TextFill } from '../Fill';
import { priceOption } from './option';
import { priceOptionsWords } from '#say/price/options';
const say = priceOptionsWords.setUp;

/** Something once, beside the payments. */
export const setUp = priceOption({
  name: say.setUpFee,
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
        label={say.setUpFee2(name)}
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
      {say.onceFor}{' '}
      <TextFill
        label={say.whatSetUpFee(name)}
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
        label={say.whenSetUpFee(name)}
        value={setUp.when}
        choices={[
          ['today', say.dayPurchase],
          ['with-first-payment', say.firstFullPayment],
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
