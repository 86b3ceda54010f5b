import { MoneyFill, TextFill } from '../Fill';
import { priceOption } from './option';
import { priceOptionsWords } from '#say/price/options';
const say = priceOptionsWords.introductory;

/** The first payments of a subscription cost less. */
export const introductory = priceOption({
  name: say.introductoryPrice,
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
      {say.theFirst}{' '}
      <TextFill
        numeric
        label={say.numberIntroductoryPayments(name)}
        value={introductory.payments}
        invalid={wrong === 'introductory'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            if (p.terms.introductory) p.terms.introductory.payments = text.slice(0, 4);
          })
        }
      />{' '}
      {say.paymentsAre}{' '}
      <MoneyFill
        label={say.amountIntroductoryPayments(name)}
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
      {say.each}
    </>
  ),
});
