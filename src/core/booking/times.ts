import { formatDay, formatTime, type Instant } from '#core/calendar';

/** The place a zone is named after: "New York". */
export const placeOfZone = (zone: string): string => (zone.split('/').at(-1) ?? zone).replaceAll('_', ' ');

/** From when until when, as the clocks of a zone show it: "Monday 26 October 2026, 09:00 to 10:00 (Lisbon)". */
export function timeInZone(
  { from, until }: { from: Instant; until: Instant },
  zone: string,
  { locale, to }: { locale: string; to: string },
): string {
  const day = formatDay(from, zone, locale, { year: true, weekday: true });
  // Into the next date only by midnight itself, or by a session that goes on after it.
  const next =
    formatDay(from, zone, locale) === formatDay(until, zone, locale) ? '' : ` (${formatDay(until, zone, locale, {})})`;
  return `${day}, ${formatTime(from, zone, locale)} ${to} ${formatTime(until, zone, locale)}${next} (${placeOfZone(zone)})`;
}

/** The same in each zone that shows another time, the first always. */
export function timeInZones(
  span: { from: Instant; until: Instant },
  zones: readonly (string | null)[],
  words: { locale: string; to: string },
): string[] {
  const seen = new Set<string>();
  return zones.flatMap((zone) => {
    if (zone === null) return [];
    const clock = `${formatDay(span.from, zone, words.locale)} ${formatTime(span.from, zone, words.locale)}`;
    if (seen.has(clock)) return [];
    seen.add(clock);
    return [timeInZone(span, zone, words)];
  });
}
