import type { OpeningPlan } from '#core/opening';
import { ChoiceFill, CountFill, DayFill } from '../../price/Fill';
import { makeInsideWords } from '#say/make/inside';
const say = makeInsideWords.planFill;

type Opens = OpeningPlan['opens'] | 'as-around';

/** When something opens, as a part of a sentence. */
export function PlanFill({
  label,
  plan,
  choices,
  today,
  onChange,
}: {
  label: string;
  plan: OpeningPlan | null;
  /** Which ways it can open, and how each is said here. */
  choices: readonly (readonly [Opens, string])[];
  /** What a date begins with. */
  today: string;
  onChange: (plan: OpeningPlan | null) => void;
}) {
  return (
    <>
      <ChoiceFill<Opens>
        label={label}
        value={plan?.opens ?? 'as-around'}
        choices={choices}
        onChange={(opens) => onChange(planOf(opens, today))}
      />
      {plan?.opens === 'every' && (
        <>
          {say.oneEvery}{' '}
          <CountFill
            label={say.everyHowMany(label)}
            value={plan.every.count}
            from={1}
            to={365}
            onChange={(count) => onChange({ ...plan, every: { ...plan.every, count } })}
          />{' '}
          <ChoiceFill
            label={say.daysWeeksMonths(label)}
            value={plan.every.unit}
            choices={UNITS.map((unit) => [unit, plan.every.count === 1 ? unit : `${unit}s`] as const)}
            onChange={(unit) => onChange({ ...plan, every: { ...plan.every, unit } })}
          />
        </>
      )}
      {plan?.opens === 'after' && (
        <>
          {' '}
          <CountFill
            label={say.afterHowManyDays(label)}
            value={plan.days}
            from={1}
            to={3_650}
            onChange={(days) => onChange({ ...plan, days })}
          />{' '}
          {say.afterJoining(plan.days)}
        </>
      )}
      {plan?.opens === 'on' && (
        <>
          {' '}
          <DayFill
            label={say.whichDate(label)}
            value={plan.date}
            onChange={(date) => {
              if (date !== '') onChange({ ...plan, date });
            }}
          />
        </>
      )}
    </>
  );
}

const UNITS = ['day', 'week', 'month'] as const;

function planOf(opens: Opens, today: string): OpeningPlan | null {
  switch (opens) {
    case 'as-around':
      return null;
    case 'every':
      return { opens, every: { count: 1, unit: 'week' } };
    case 'after':
      return { opens, days: 7 };
    case 'on':
      return { opens, date: today };
    default:
      return { opens };
  }
}
