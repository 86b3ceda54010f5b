import { type SessionBy, timeInZones } from '#core/booking';
import { addMs, type Instant, msOf } from '#core/calendar';
import { wordsFor } from '#core/words';
import { framed, type Message, oneLine, type Setting } from './letter';

/** What a letter says of a session. */
export interface SessionForLetter {
  mail: 'booked' | 'moved' | 'called-off' | 'reminder';
  title: string;
  from: Instant;
  until: Instant;
  was: Instant | null;
  by: SessionBy;
  /** Where it takes place, as it stands today. */
  place: string;
  /** Of whoever booked it, where it is known. */
  zone: string | null;
  /** Whether it takes one of those that were given. */
  counts: boolean;
}

/** A session that was booked, moved or called off, or is near: its times in both zones, and a way to it. */
export function sessionMessage(
  setting: Setting,
  session: SessionForLetter,
  name: string,
  link: { url: string; days: number },
): Message {
  const { locale, shop } = setting;
  const say = wordsFor(locale).letters;
  const times = (span: { from: Instant; until: Instant }): string =>
    timeInZones(span, [session.zone ?? shop.zone, shop.zone], { locale, to: say.until }).join('\n');
  const length = msOf(session.until) - msOf(session.from);
  const was = session.was === null ? '' : times({ from: session.was, until: addMs(session.was, length) });
  return framed(
    setting,
    name,
    say.session[session.mail]({
      title: oneLine(session.title),
      times: times(session),
      was,
      place: session.place.trim(),
      by: session.by,
      counts: session.counts,
      ...link,
    }),
  );
}
