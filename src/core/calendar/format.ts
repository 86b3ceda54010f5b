import { type Instant, msOf } from './instant';

const formatters = new Map<string, Intl.DateTimeFormat>();

function format(at: Instant, zone: string, locale: string, options: Intl.DateTimeFormatOptions): string {
  const key = `${locale} ${zone} ${JSON.stringify(options)}`;
  let formatter = formatters.get(key);
  if (!formatter) {
    formatter = new Intl.DateTimeFormat(region(locale), { ...options, timeZone: zone });
    formatters.set(key, formatter);
  }
  return formatter.format(msOf(at));
}

// Plain "en" would write "June 15"; the shop writes "15 June" unless the seller chose a region.
const region = (locale: string): string => (locale === 'en' ? 'en-GB' : locale);

/** "15 June 2026"; without the year: "15 June"; with the weekday: "Monday 15 June". */
export function formatDay(
  at: Instant,
  zone: string,
  locale: string,
  show: { year?: boolean; weekday?: boolean; short?: boolean } = { year: true },
): string {
  const text = format(at, zone, locale, {
    day: 'numeric',
    month: show.short ? 'short' : 'long',
    ...(show.year ? { year: 'numeric' } : {}),
    ...(show.weekday ? { weekday: 'long' } : {}),
  });
  return show.weekday && locale.startsWith('en') ? text.replace(',', '') : text;
}

/** "09:00" in the zone, 24 hours. */
export const formatTime = (at: Instant, zone: string, locale: string): string =>
  format(at, zone, locale, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' });

/** "15 June 2026, 09:00". */
export const formatMoment = (at: Instant, zone: string, locale: string): string =>
  `${formatDay(at, zone, locale)}, ${formatTime(at, zone, locale)}`;
