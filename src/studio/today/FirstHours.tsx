import { formatTime } from '#core/calendar';
import type { Draft } from '../data/draft';
import { useFirstHoursQuery } from '../data/ownerApi';
import { todayWords } from '#say/today';
const say = todayWords.firstHours;

/** For a day after publishing, one quiet line a path: whether a practice buyer got in, and what visitors did so far. */
export function FirstHours({ draft }: { draft: Draft }) {
  const { data } = useFirstHoursQuery(undefined, { refetchOnMountOrArgChange: true, pollingInterval: 60_000 });
  const first = data?.first;
  if (!first) return null;
  const { zone, locale } = draft.content.shop;
  const { of, gotIn, failed } = first.walked;
  return (
    <section className="mt-5 border-l-4 border-access pl-4" aria-label={say.sincePublishing}>
      <p>
        {say.liveSince(formatTime(first.liveSince, zone, locale))}{' '}
        {of > 0 && <>{say.practiceBuyerPaidGot(gotIn, of)}</>}
      </p>
      {failed.map((sentence) => (
        <p key={sentence} className="text-alarm">
          {sentence}
        </p>
      ))}
      {first.paths.map((path) => (
        <p key={path.title} className="text-ink-2">
          <span dir="auto">{path.title}</span>
          {say.visitsSinceThen(path.seen, path.seen.toLocaleString('en'), path.atCheckout, path.sold)}
        </p>
      ))}
    </section>
  );
}
