import type { DraftTerms } from '#core/catalogue';
import { ChoiceFill, MoneyFill, TextFill } from './Fill';
import type { PriceParts } from './priceParts';
import { priceWords } from '#say/price';
const say = priceWords.termsWords;

const UNITS: readonly (readonly [DraftTerms['every']['unit'], string])[] = [
  ['month', say.months],
  ['week', say.weeks],
  ['year', say.years],
  ['day', say.days],
];
const ONE: readonly (readonly [DraftTerms['every']['unit'], string])[] = [
  ['month', say.month],
  ['week', say.week],
  ['year', say.year],
  ['day', say.day],
];

/** What is paid and how often: the core of the sentence, by its kind. */
export function TermsWords(parts: PriceParts) {
  const { name, price, currency, edit, wrong, onBlur } = parts;
  const { terms } = price;
  const amount = (
    <MoneyFill
      label={say.amountIn(name, currency)}
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
          : {amount} {say.suggestedFrom}{' '}
          <MoneyFill
            label={say.minimumIn(name, currency)}
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
          {say.to}{' '}
          <MoneyFill
            label={say.maximumIn(name, currency)}
            currency={currency}
            placeholder={say.anyAmount}
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
            label={say.numberOfPayments(name)}
            value={terms.payments}
            invalid={wrong === 'payments'}
            onBlur={onBlur}
            onChange={(text) =>
              edit((p) => {
                p.terms.payments = text.slice(0, 4);
              })
            }
          />{' '}
          {say.paymentsOf} {amount}{' '}
          <ChoiceFill
            label={say.eachPaymentWhole(name)}
            value={terms.owedBy}
            choices={[
              ['each', say.each],
              ['total', say.totalDivided],
            ]}
            onChange={(by) =>
              edit((p) => {
                p.terms.owedBy = by;
              })
            }
          />
          {say.oneEvery} <Often {...parts} />
        </>
      );
    case 'subscription':
      return (
        <>
          {': '}
          {amount} {say.every} <Often {...parts} />,{' '}
          <ChoiceFill
            label={say.howLongGoes(name)}
            value={terms.ends === '' ? 'open' : 'for'}
            choices={[
              ['open', say.untilCancelled],
              ['for', say.forPayments],
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
                label={say.howManyPayments(name)}
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
        label={say.everyHowMany(name)}
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
        label={say.daysWeeksMonthsYears(name)}
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
