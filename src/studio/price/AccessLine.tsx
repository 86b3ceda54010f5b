import type { DraftAccess } from '#core/catalogue';
import { ChoiceFill, DayFill, TextFill } from './Fill';
import type { PriceParts } from './priceParts';
import { priceWords } from '#say/price';
const say = priceWords.accessLine;

const PLAN_ACCESS = [
  ['forever', say.whilePaymentsMadeKeep],
  ['for', say.whilePaymentsMadeTime],
  ['until', say.whilePaymentsMadeUntil],
] as const;
const ACCESS = [
  ['forever', say.forGood],
  ['for', say.forATime],
  ['until', say.untilDay],
] as const;
const UNITS: readonly (readonly [DraftAccess['unit'], string])[] = [
  ['day', say.days],
  ['week', say.weeks],
  ['month', say.months],
  ['year', say.years],
];

/** When it opens and how long it stays open: true of every price, so always said. */
export function AccessLine({ name, price, edit, wrong, onBlur }: PriceParts) {
  const { access } = price;
  if (price.terms.kind === 'subscription') return <span className="block">{say.opensOnceStaysOpen}</span>;
  const choices = price.terms.kind === 'plan' ? PLAN_ACCESS : ACCESS;
  return (
    <span className="block">
      {say.opensOnceStaysOpen2}{' '}
      <ChoiceFill
        label={say.howLongStaysOpen(name)}
        value={access.kind}
        choices={choices}
        onChange={(kind) =>
          edit((p) => {
            p.access.kind = kind;
          })
        }
      />
      {access.kind === 'for' && (
        <>
          {': '}
          <TextFill
            numeric
            label={say.howManySStays(name, access.unit)}
            value={access.count}
            invalid={wrong === 'access'}
            onBlur={onBlur}
            onChange={(text) =>
              edit((p) => {
                p.access.count = text.slice(0, 6);
              })
            }
          />{' '}
          <ChoiceFill
            label={say.daysWeeksMonthsYears(name)}
            value={access.unit}
            choices={UNITS}
            onChange={(unit) =>
              edit((p) => {
                p.access.unit = unit;
              })
            }
          />
        </>
      )}
      {access.kind === 'until' && (
        <>
          {say.theEndOf}{' '}
          <DayFill
            label={say.lastDayOpen(name)}
            value={access.date}
            invalid={wrong === 'access'}
            onBlur={onBlur}
            onChange={(text) =>
              edit((p) => {
                p.access.date = text;
              })
            }
          />
        </>
      )}
      {'.'}
    </span>
  );
}
