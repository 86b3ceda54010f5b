import ICAL from 'ical.js';
import type { ParsedMail } from 'mailparser';

/** The calendar file of a mail, as another program reads it. @throws where it has none */
export function calendarOf(mail: ParsedMail | undefined) {
  const part = mail?.attachments.find(
    ({ contentType }) => contentType === 'text/calendar' || contentType === 'application/ics',
  );
  if (!part) throw new Error(`No calendar file in “${mail?.subject ?? 'no mail'}”`);
  const text = part.content.toString('utf8');
  const calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
  const event = new ICAL.Event(calendar.getFirstSubcomponent('vevent') ?? undefined);
  return {
    method: calendar.getFirstPropertyValue('method'),
    uid: event.uid,
    sequence: event.sequence,
    from: event.startDate.toJSDate().toISOString(),
    until: event.endDate.toJSDate().toISOString(),
    summary: event.summary,
    place: event.location,
    status: event.component.getFirstPropertyValue('status'),
    attendee: event.attendees.map((one) => one.getFirstValue()),
    text,
  };
}
