import { timeInZones } from '../core/booking/times';
import type { NextSession } from './api';
import { useMemberWords } from './memberWords';
import { ownZone, Place } from './Place';

/** The session somebody has next: when, how soon, and how to join. */
export function Next({ next, locale }: { next: NextSession; locale: string }) {
  const { booking: words, classes } = useMemberWords();
  const [own, theirs] = timeInZones(next, [ownZone(), next.zone], { locale, to: words.to });
  return (
    <section className="mt-3 border-s-4 border-access bg-paper-2 px-4 py-3" aria-label={words.next}>
      <h2 dir="auto">
        {next.title}, {next.soon}
      </h2>
      <p>{own}</p>
      {theirs !== undefined && <p className="cap">{theirs}</p>}
      <Place place={next.place} />
      {next.href !== '' && (
        <a className="plain-link inline-block min-h-11 py-2" href={next.href}>
          {next.href.startsWith('/member/classes/') ? classes.toDates : words.toSessions}
        </a>
      )}
    </section>
  );
}
