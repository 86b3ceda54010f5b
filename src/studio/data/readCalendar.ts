import { rrulestr } from 'rrule';
import { merged, type Stretch } from '#core/booking';
import {
  addDays,
  DAY,
  dateIn,
  HOUR,
  type Instant,
  isZone,
  MINUTE,
  momentOfWall,
  msOf,
  startOfDate,
} from '#core/calendar';

export interface ReadCalendar {
  /** When it says that somebody is busy, from yesterday on for as long as anything can be booked. */
  stretches: Stretch[];
  /** How many entries it holds, and how many of them could not be read. */
  entries: number;
  unread: number;
  /** In a zone that is not known here: read on the shop's clock. */
  otherZones: number;
}

/** As far ahead as anything can be booked, and a little more. */
const AHEAD_DAYS = 400;
/** One entry that comes more often than this is no calendar's. */
const MOST_TIMES = 5_000;

interface Line {
  name: string;
  parameters: Record<string, string>;
  value: string;
}

/**
 * When a calendar file (RFC 5545) says that its owner is busy. What is cancelled, or marked as leaving them free, is
 * left out; what repeats is followed as far as anything can be booked.
 * @param zone what a time without a zone is read in: the shop's
 * @returns null where it is no calendar file
 */
export function readCalendar(text: string, { now, zone }: { now: Instant; zone: string }): ReadCalendar | null {
  const lines = linesOf(text);
  if (lines[0]?.name !== 'BEGIN' || lines[0].value.toUpperCase() !== 'VCALENDAR') return null;
  const events = eventsIn(lines);
  const span = { from: msOf(now) - DAY, until: msOf(now) + AHEAD_DAYS * DAY };
  const read: ReadCalendar = { stretches: [], entries: events.length, unread: 0, otherZones: 0 };
  // One time of something that repeats may have an entry of its own: it stands in that one's place.
  const replaced = new Map<string, Set<number>>();
  for (const event of events) {
    const instead = one(event, 'RECURRENCE-ID');
    const at = instead && momentIn(instead, zone);
    const uid = one(event, 'UID')?.value ?? '';
    if (at != null) replaced.set(uid, (replaced.get(uid) ?? new Set()).add(at));
  }
  for (const event of events) {
    if (one(event, 'STATUS')?.value === 'CANCELLED' || one(event, 'TRANSP')?.value === 'TRANSPARENT') continue;
    const start = one(event, 'DTSTART');
    const begins = start ? momentIn(start, zone) : null;
    const length = start && begins !== null ? lengthOf(event, begins, zone) : null;
    if (!start || begins === null || length === null) {
      read.unread += 1;
      continue;
    }
    const { TZID } = start.parameters;
    if (TZID !== undefined && !isZone(TZID)) read.otherZones += 1;
    const except = one(event, 'RECURRENCE-ID') ? undefined : replaced.get(one(event, 'UID')?.value ?? '');
    const times = one(event, 'RRULE') ? repeated(event, start, zone, span, length) : [begins];
    if (times === null) read.unread += 1;
    for (const at of times ?? [begins])
      if (at + length > span.from && at < span.until && !except?.has(at))
        read.stretches.push({ from: at, until: at + length });
  }
  read.stretches = merged(read.stretches).slice(0, MOST_TIMES);
  return read;
}

/** RFC 5545, 3.1: a line that begins with a space goes on with the one before. */
function linesOf(text: string): Line[] {
  return text
    .replace(/^\uFEFF/, '')
    .replace(/\r\n?/g, '\n')
    .replace(/\n[ \t]/g, '')
    .split('\n')
    .flatMap((line): Line[] => {
      const parts = /^([\w-]+)((?:;[\w-]+=(?:"[^"]*"|[^";:,]*)(?:,(?:"[^"]*"|[^";:,]*))*)*):(.*)$/.exec(line);
      if (!parts) return [];
      const [, name = '', given = '', value = ''] = parts;
      const parameters: Record<string, string> = {};
      for (const [, key = '', quoted, plain] of given.matchAll(/;([\w-]+)=(?:"([^"]*)"|([^";:]*))/g))
        parameters[key.toUpperCase()] = quoted ?? plain ?? '';
      return [{ name: name.toUpperCase(), parameters, value: value.trim() }];
    });
}

/** The lines of each entry; of alarms and the like within one nothing. */
function eventsIn(lines: readonly Line[]): Line[][] {
  const events: Line[][] = [];
  const within: string[] = [];
  for (const line of lines) {
    if (line.name === 'BEGIN') {
      within.push(line.value.toUpperCase());
      if (within.at(-1) === 'VEVENT') events.push([]);
    } else if (line.name === 'END') within.pop();
    else if (within.at(-1) === 'VEVENT') events.at(-1)?.push(line);
  }
  return events;
}

const one = (event: readonly Line[], name: string): Line | undefined => event.find((line) => line.name === name);

const WALL = /^(\d{4})(\d\d)(\d\d)(?:T(\d\d)(\d\d)(\d\d)(Z?))?$/;

/** A date or a time, in milliseconds; null where it is none. */
function momentIn({ value, parameters }: Line, zone: string): number | null {
  const parts = WALL.exec(value);
  if (!parts) return null;
  const [, year, month, day, hour, minute, second, utc] = parts;
  const date = `${year}-${month}-${day}`;
  if (Number.isNaN(Date.parse(date))) return null;
  const where = parameters['TZID'] !== undefined && isZone(parameters['TZID']) ? parameters['TZID'] : zone;
  if (hour === undefined) return msOf(startOfDate(date, where));
  const wall = `${date}T${hour}:${minute}:${second}`;
  const at = Date.parse(`${wall}Z`);
  if (Number.isNaN(at)) return null;
  return utc === 'Z' ? at : msOf(momentOfWall(`${wall}.000`, where));
}

/** How long it lasts: to its end, by its duration, or, of a date without either, that day. */
function lengthOf(event: readonly Line[], begins: number, zone: string): number | null {
  const end = one(event, 'DTEND');
  if (end) {
    const at = momentIn(end, zone);
    return at === null || at < begins ? null : at - begins;
  }
  const duration = one(event, 'DURATION');
  if (duration) {
    const parts = /^\+?P(?:(\d+)W)?(?:(\d+)D)?(?:T(?:(\d+)H)?(?:(\d+)M)?(?:(\d+)S)?)?$/.exec(duration.value);
    if (!parts) return null;
    const [, weeks = 0, days = 0, hours = 0, minutes = 0, seconds = 0] = parts.map((part) => Number(part ?? 0));
    return (weeks * 7 + days) * DAY + hours * HOUR + minutes * MINUTE + seconds * 1_000;
  }
  const start = one(event, 'DTSTART')?.value ?? '';
  if (start.length > 8) return 0;
  const date = dateIn(new Date(begins).toISOString(), zone);
  return msOf(startOfDate(addDays(date, 1), zone)) - begins;
}

/** The moments at which something that repeats begins, within a span; null where its rule cannot be followed. */
function repeated(event: readonly Line[], start: Line, zone: string, span: Stretch, length: number): number[] | null {
  const rule = one(event, 'RRULE')?.value ?? '';
  if (/FREQ=(SECONDLY|MINUTELY)/i.test(rule)) return null;
  const isUtc = start.value.endsWith('Z');
  const where =
    start.parameters['TZID'] !== undefined && isZone(start.parameters['TZID']) ? start.parameters['TZID'] : zone;
  // The rule is followed on the wall's clock, written as if it were UTC, and each time is then read in its zone.
  const wall = start.value.length === 8 ? `${start.value}T000000Z` : start.value.replace(/Z?$/, 'Z');
  const bound = rule.replace(
    /UNTIL=(\d{8})(T\d{6})?Z?/i,
    (_, day: string, time?: string) => `UNTIL=${day}${time ?? 'T235959'}Z`,
  );
  try {
    const found: number[] = [];
    const set = rrulestr(`DTSTART:${wall}\nRRULE:${bound}`);
    let seen = 0;
    set.between(new Date(span.from - length - 2 * DAY), new Date(span.until + 2 * DAY), true, (date) => {
      const shown = date.toISOString().slice(0, -1);
      found.push(isUtc ? date.getTime() : msOf(momentOfWall(shown, where)));
      seen += 1;
      return seen < MOST_TIMES;
    });
    const left = new Set(
      event
        .filter(({ name }) => name === 'EXDATE')
        .flatMap((line) => line.value.split(',').map((value) => momentIn({ ...line, value }, zone))),
    );
    const more = event
      .filter(({ name }) => name === 'RDATE')
      .flatMap((line) => line.value.split(',').flatMap((value) => momentIn({ ...line, value }, zone) ?? []));
    return [...found, ...more].filter((at) => !left.has(at));
  } catch {
    return null;
  }
}
