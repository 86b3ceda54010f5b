import type { Instant } from '#core/calendar';

/** One session or class as a calendar holds it. */
export interface CalendarEntry {
  /** The same for good, whatever becomes of it. */
  uid: string;
  /** Higher with each change. */
  sequence: number;
  /** Of this file. */
  writtenAt: Instant;
  from: Instant;
  until: Instant;
  title: string;
  description: string;
  place: string;
  organizer: { name: string; address: string };
  attendee: { name: string; address: string } | null;
}

/**
 * A calendar file (RFC 5545) that asks a calendar to take an entry in, to take its changes, or to strike it off
 * (RFC 5546, REQUEST and CANCEL). Times are written in UTC, so that no zone's rules have to come along.
 */
export function calendarFile(method: 'REQUEST' | 'CANCEL', entries: readonly CalendarEntry[]): string {
  const lines = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Clear Keel//EN',
    'CALSCALE:GREGORIAN',
    `METHOD:${method}`,
    ...entries.flatMap((entry) => entryLines(entry, method)),
    'END:VCALENDAR',
  ];
  return lines.map((line) => `${folded(line)}\r\n`).join('');
}

function entryLines(entry: CalendarEntry, method: 'REQUEST' | 'CANCEL'): string[] {
  const { organizer, attendee, description, place } = entry;
  return [
    'BEGIN:VEVENT',
    `UID:${entry.uid}`,
    `SEQUENCE:${entry.sequence}`,
    `DTSTAMP:${utc(entry.writtenAt)}`,
    `DTSTART:${utc(entry.from)}`,
    `DTEND:${utc(entry.until)}`,
    `SUMMARY:${text(entry.title)}`,
    ...(description === '' ? [] : [`DESCRIPTION:${text(description)}`]),
    ...(place === '' ? [] : [`LOCATION:${text(place)}`]),
    `ORGANIZER;CN=${parameter(organizer.name)}:mailto:${organizer.address}`,
    ...(attendee
      ? [`ATTENDEE;CN=${parameter(attendee.name)};ROLE=REQ-PARTICIPANT;PARTSTAT=ACCEPTED:mailto:${attendee.address}`]
      : []),
    `STATUS:${method === 'CANCEL' ? 'CANCELLED' : 'CONFIRMED'}`,
    'TRANSP:OPAQUE',
    'END:VEVENT',
  ];
}

/** A moment as RFC 5545, 3.3.5 writes it in UTC: "20261026T090000Z". */
const utc = (at: Instant): string => `${at.slice(0, 19).replace(/[-:]/g, '')}Z`;

/** RFC 5545, 3.3.11. Characters that a line may not hold fall away. */
const text = (value: string): string =>
  value
    .replace(/\r\n?/g, '\n')

    .replace(/[\u0000-\u0009\u000b-\u001f\u007f]/g, ' ')
    .replace(/[\\;,]/g, (mark) => `\\${mark}`)
    .replaceAll('\n', '\\n');

/** RFC 5545, 3.2: in quotes, which it cannot hold itself. */
const parameter = (value: string): string => `"${value.replace(/[\u0000-\u001f\u007f]/g, ' ').replaceAll('"', "'")}"`;

/** RFC 5545, 3.1: no line longer than 75 octets; a longer one goes on after a line end and a space. Never within a character. */
function folded(line: string): string {
  const bytes = new TextEncoder();
  let [out, width] = ['', 0];
  for (const character of line) {
    const size = bytes.encode(character).length;
    if (width + size > 75) {
      out += '\r\n ';
      width = 1;
    }
    out += character;
    width += size;
  }
  return out;
}
