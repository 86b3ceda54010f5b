import { type Offered, type SessionBy, timeInZones } from '#core/booking';
import { addMs, formatMoment, type Instant, msOf } from '#core/calendar';
import { wordsFor } from '#core/words';
import { composed, type Message, oneLine, type Setting, type SignInLink, signsIn } from './compose';

/** From when until when, and the zone of whoever booked it, where it is known. */
interface Time {
  from: Instant;
  until: Instant;
  zone: string | null;
}

/** What an email says of a session, or of a seat at a class. */
export interface AppointmentForEmail extends Time {
  mail: 'booked' | 'moved' | 'called-off' | 'reminder';
  title: string;
  was: Instant | null;
  by: SessionBy;
  /** Where it takes place, as it stands today; that of a class is never written down. */
  place: string;
  /** Whether it takes one of those that were given. */
  counts: boolean;
  /** A seat at a date that several share, with others that the same email names. */
  seat: { also: readonly Time[]; offered: Offered | null } | null;
}

/** A session that was booked, moved or called off, or is near: its times in both zones, and a way to it. */
export function appointmentMessage(
  setting: Setting,
  session: AppointmentForEmail,
  name: string,
  link: SignInLink,
): Message {
  const { locale, shop } = setting;
  const say = wordsFor(locale).emails;
  const { seat, by, counts } = session;
  const times = (span: Time): string =>
    timeInZones(span, [span.zone ?? shop.zone, shop.zone], { locale, to: say.until }).join('\n');
  const length = msOf(session.until) - msOf(session.from);
  const was =
    session.was === null ? '' : times({ from: session.was, until: addMs(session.was, length), zone: session.zone });
  const about = { title: oneLine(session.title), was, by, open: signsIn(link, locale) };
  if (!seat)
    return composed(
      setting,
      name,
      say.session[session.mail]({ ...about, times: times(session), place: session.place.trim(), counts }),
    );
  const dates = [session, ...seat.also].sort((a, b) => (a.from < b.from ? -1 : 1));
  return composed(
    setting,
    name,
    say.seat[session.mail]({
      ...about,
      times: dates.map(times).join('\n\n'),
      offered: seat.offered && { ...seat.offered, until: formatMoment(seat.offered.until, shop.zone, locale) },
    }),
  );
}
