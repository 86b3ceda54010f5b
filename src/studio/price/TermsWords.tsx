import type { DraftTerms } from '#core/catalogue';
import { ChoiceFill, MoneyFill, OptionLine, TextFill } from './Fill';
import type { PriceParts } from './PriceOptions';

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

/** How paying begins: trial, set-up, cheaper payments; each a line that can be removed. */
export function BeginningLines({ name, price, currency, edit, wrong, onBlur }: PriceParts) {
  const { terms } = price;
  const { trial, setUp, introductory, first, kind } = terms;
  if (kind !== 'plan' && kind !== 'subscription') return null;
  return (
    <>
      {trial !== null && (
        <OptionLine
          name="trial"
          onRemove={() =>
            edit((p) => {
              p.terms.trial = null;
            })
          }
        >
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
        </OptionLine>
      )}
      {setUp !== null && (
        <OptionLine
          name="set-up fee"
          onRemove={() =>
            edit((p) => {
              p.terms.setUp = null;
            })
          }
        >
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
        </OptionLine>
      )}
      {kind === 'subscription' && introductory !== null && (
        <OptionLine
          name="cheaper at first"
          onRemove={() =>
            edit((p) => {
              p.terms.introductory = null;
            })
          }
        >
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
        </OptionLine>
      )}
      {kind === 'plan' && first !== null && (
        <OptionLine
          name="another first payment"
          onRemove={() =>
            edit((p) => {
              p.terms.first = null;
            })
          }
        >
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
        </OptionLine>
      )}
    </>
  );
}
