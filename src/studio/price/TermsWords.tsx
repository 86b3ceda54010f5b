import type { DraftTerms } from '#core/catalogue';
import { ChoiceFill, MoneyFill, TextFill } from './Fill';
import type { PriceParts } from './priceParts';

const UNITS: readonly (readonly [DraftTerms['every']['unit'], string])[] = [
  ['month', 'months'],
  ['week', 'weeks'],
  ['year', 'years'],
  ['day', 'days'],
];
const ONE: readonly (readonly [DraftTerms['every']['unit'], string])[] = [
  ['month', 'month'],
  ['week', 'week'],
  ['year', 'year'],
  ['day', 'day'],
];

/** What is paid and how often: the core of the sentence, by its kind. */
export function TermsWords(parts: PriceParts) {
  const { name, price, currency, edit, wrong, onBlur } = parts;
  const { terms } = price;
  const amount = (
    <MoneyFill
      label={`${name}: amount in ${currency}`}
      currency={currency}
      value={terms.amount}
      invalid={wrong === 'amount'}
      onBlur={onBlur}
      onChange={(text) =>
        edit((p) => {
          p.terms.amount = text;
        })
      }
    />
  );
  switch (terms.kind) {
    case 'free':
      return null;
    case 'once':
      return (
        <>
          {': '}
          {amount}
        </>
      );
    case 'open':
      return (
        <>
          : {amount} suggested, from{' '}
          <MoneyFill
            label={`${name}: the least in ${currency}`}
            currency={currency}
            placeholder="0.00"
            value={terms.least}
            invalid={wrong === 'bounds'}
            onBlur={onBlur}
            onChange={(text) =>
              edit((p) => {
                p.terms.least = text;
              })
            }
          />{' '}
          to{' '}
          <MoneyFill
            label={`${name}: the most in ${currency}`}
            currency={currency}
            placeholder="any"
            value={terms.most}
            invalid={wrong === 'bounds'}
            onBlur={onBlur}
            onChange={(text) =>
              edit((p) => {
                p.terms.most = text;
              })
            }
          />
        </>
      );
    case 'plan':
      return (
        <>
          {': '}
          <TextFill
            numeric
            label={`${name}: number of payments`}
            value={terms.payments}
            invalid={wrong === 'payments'}
            onBlur={onBlur}
            onChange={(text) =>
              edit((p) => {
                p.terms.payments = text.slice(0, 4);
              })
            }
          />{' '}
          payments of {amount}{' '}
          <ChoiceFill
            label={`${name}: each payment or the whole`}
            value={terms.owedBy}
            choices={[
              ['each', 'each'],
              ['total', 'in all, divided'],
            ]}
            onChange={(by) =>
              edit((p) => {
                p.terms.owedBy = by;
              })
            }
          />
          , one every <Often {...parts} />
        </>
      );
    case 'subscription':
      return (
        <>
          {': '}
          {amount} every <Often {...parts} />,{' '}
          <ChoiceFill
            label={`${name}: how long it goes on`}
            value={terms.ends === '' ? 'open' : 'for'}
            choices={[
              ['open', 'until cancelled'],
              ['for', 'for a number of payments'],
            ]}
            onChange={(how) =>
              edit((p) => {
                p.terms.ends = how === 'open' ? '' : '12';
              })
            }
          />
          {terms.ends !== '' && (
            <>
              {': '}
              <TextFill
                numeric
                label={`${name}: for how many payments`}
                value={terms.ends}
                invalid={wrong === 'payments'}
                onBlur={onBlur}
                onChange={(text) =>
                  edit((p) => {
                    p.terms.ends = text.slice(0, 5) || ' ';
                  })
                }
              />
            </>
          )}
        </>
      );
  }
}

function Often({ name, price, edit, wrong, onBlur }: PriceParts) {
  const { every } = price.terms;
  return (
    <>
      <TextFill
        numeric
        label={`${name}: every how many`}
        value={every.count}
        invalid={wrong === 'every'}
        onBlur={onBlur}
        onChange={(text) =>
          edit((p) => {
            p.terms.every.count = text.slice(0, 4);
          })
        }
      />{' '}
      <ChoiceFill
        label={`${name}: days, weeks, months or years between payments`}
        value={every.unit}
        choices={every.count.trim() === '1' ? ONE : UNITS}
        onChange={(unit) =>
          edit((p) => {
            p.terms.every.unit = unit;
          })
        }
      />
    </>
  );
}
