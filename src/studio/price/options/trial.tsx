import { MoneyFill, TextFill } from '../Fill';
import { priceOption } from './option';
import { priceOptionsWords } from '#say/price/options';
const say = priceOptionsWords.trial;

/** Some days for a fee or free before payments begin. */
export const trial = priceOption({
  name: say.option,
  fits: ({ terms: { kind } }) => kind === 'plan' || kind === 'subscription',
  of: (price) => price.terms.trial,
  add: (p) => {
    p.terms.trial = { days: '14', fee: '' };
  },
  remove: (p) => {
    p.terms.trial = null;
  },
  line: ({ name, currency, edit, wrong, onBlur, value: trial }) => (
    <>
      {say.theFirst}{' '}
      <TextFill
        numeric
        label={say.daysTrial(name)}
        value={trial.days}
        invalid={wrong === 'trial'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            if (p.terms.trial) p.terms.trial.days = text.slice(0, 4);
          })
        }
      />{' '}
      {say.daysCost}{' '}
      <MoneyFill
        label={say.trialFeeLeaveEmpty(name)}
        placeholder={say.free}
        currency={currency}
        value={trial.fee}
        invalid={wrong === 'trial'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            if (p.terms.trial) p.terms.trial.fee = text;
          })
        }
      />
      .
    </>
  ),
});
