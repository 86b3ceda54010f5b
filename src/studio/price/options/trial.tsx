import { MoneyFill, TextFill } from '../Fill';
import { priceOption } from './option';

/** Some days for a fee or free before payments begin. */
export const trial = priceOption({
  name: 'trial',
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
      The first{' '}
      <TextFill
        numeric
        label={`${name}: days of trial`}
        value={trial.days}
        invalid={wrong === 'trial'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            if (p.terms.trial) p.terms.trial.days = text.slice(0, 4);
          })
        }
      />{' '}
      days are for{' '}
      <MoneyFill
        label={`${name}: fee of the trial, empty is free`}
        placeholder="free"
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
