import { DAY, msOf } from '#core/calendar';
import { type DaySpan, minutesOf, type OpenHours } from './hours';

interface Words {
  locale: string;
  /** "09:00 to 12:00": the word between. */
  to: string;
}

/** A weekday's name, 0 for Monday. */
export const weekdayName = (day: number, locale: string, width: 'long' | 'short' = 'long'): string =>
  // 2024 began with a Monday.
  new Intl.DateTimeFormat(locale, { weekday: width, timeZone: 'UTC' }).format(
    msOf('2024-01-01T00:00:00.000Z') + day * DAY,
  );

/** Spans as they read: "09:00 to 12:00, 14:00 to 17:00". */
export const spansInWords = (spans: readonly DaySpan[], { to }: Words): string =>
  [...spans]
    .sort((a, b) => minutesOf(a.from) - minutesOf(b.from))
    .map((span) => `${span.from} ${to} ${span.to}`)
    .join(', ');

/** The hours of a plain week, days that are alike together: "Monday to Friday 09:00 to 17:00; Saturday 10:00 to 13:00". Empty where it is never open. */
export function weekInWords({ week }: Pick<OpenHours, 'week'>, words: Words): string {
  const runs: { first: number; last: number; said: string }[] = [];
  week.forEach((spans, day) => {
    const said = spansInWords(spans, words);
    const before = runs.at(-1);
    if (before?.said === said && before.last === day - 1) before.last = day;
    else if (said !== '') runs.push({ first: day, last: day, said });
  });
  const name = (day: number): string => weekdayName(day, words.locale);
  return runs
    .map(({ first, last, said }) => {
      if (first === last) return `${name(first)} ${said}`;
      return `${name(first)}${last === first + 1 ? ', ' : ` ${words.to} `}${name(last)} ${said}`;
    })
    .join('; ');
}
