import type { DraftAccess } from '#core/catalogue';
import { ChoiceFill, DayFill, TextFill } from './Fill';
import type { PriceParts } from './priceParts';

const PLAN_ACCESS = [
  ['forever', 'while payments are made, and for good once paid off'],
  ['for', 'while payments are made, for a time'],
  ['until', 'while payments are made, until a day'],
] as const;
const ACCESS = [
  ['forever', 'for good'],
  ['for', 'for a time'],
  ['until', 'until a day'],
] as const;
const UNITS: readonly (readonly [DraftAccess['unit'], string])[] = [
  ['day', 'days'],
  ['week', 'weeks'],
  ['month', 'months'],
  ['year', 'years'],
];

/** When it opens and how long it stays open: true of every price, so always said. */
export function AccessLine({ name, price, edit, wrong, onBlur }: PriceParts) {
  const { access } = price;
  if (price.terms.kind === 'subscription')
    return <span className="block">It opens at once and stays open while payments are made.</span>;
  const choices = price.terms.kind === 'plan' ? PLAN_ACCESS : ACCESS;
  return (
    <span className="block">
      It opens at once and stays open{' '}
      <ChoiceFill
        label={`${name}: how long it stays open`}
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
            label={`${name}: how many ${access.unit}s it stays open`}
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
            label={`${name}: days, weeks, months or years`}
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
          {': the end of '}
          <DayFill
            label={`${name}: the last day it is open`}
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
