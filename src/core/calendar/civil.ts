/** Whole days since 1970-01-01 of a date of the Gregorian calendar. Counted in whole numbers: eras of 400 years, which have 146,097 days. */
export function daysOf(year: number, month: number, day: number): number {
  const y = month <= 2 ? year - 1 : year;
  const era = Math.floor(y / 400);
  const ofEra = y - era * 400;
  const ofYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + day - 1;
  return era * 146_097 + ofEra * 365 + Math.floor(ofEra / 4) - Math.floor(ofEra / 100) + ofYear - 719_468;
}

/** The date so many whole days after 1970-01-01. */
export function civilOf(days: number): { year: number; month: number; day: number } {
  const z = days + 719_468;
  const era = Math.floor(z / 146_097);
  const ofEra = z - era * 146_097;
  const yearOfEra = Math.floor(
    (ofEra - Math.floor(ofEra / 1_460) + Math.floor(ofEra / 36_524) - Math.floor(ofEra / 146_096)) / 365,
  );
  const ofYear = ofEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const fromMarch = Math.floor((5 * ofYear + 2) / 153);
  const month = fromMarch + (fromMarch < 10 ? 3 : -9);
  return {
    year: yearOfEra + era * 400 + (month <= 2 ? 1 : 0),
    month,
    day: ofYear - Math.floor((153 * fromMarch + 2) / 5) + 1,
  };
}

const LENGTHS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];
const isLeap = (year: number): boolean => year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0);
export const daysInMonth = (year: number, month: number): number =>
  month === 2 && isLeap(year) ? 29 : (LENGTHS[month - 1] ?? 0);

/** "2026-06-15", read as whole days since 1970-01-01. @throws RangeError where it is no date */
export function readDate(date: string): number {
  const [year, month, day] = [Number(date.slice(0, 4)), Number(date.slice(5, 7)), Number(date.slice(8))];
  if (date.length !== 10 || !(day >= 1 && day <= daysInMonth(year, month))) throw new RangeError(`Not a date: ${date}`);
  return daysOf(year, month, day);
}

const TWO = Array.from({ length: 100 }, (_, n) => String(n).padStart(2, '0'));
/** A number from 0 to 99 in two digits. */
export const two = (n: number): string => TWO[n] ?? '';

/** The same written. */
export function writeDate(days: number): string {
  const { year, month, day } = civilOf(days);
  return `${two(Math.floor(year / 100))}${two(year % 100)}-${two(month)}-${two(day)}`;
}
