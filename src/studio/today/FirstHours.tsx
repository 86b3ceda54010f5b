import { formatTime } from '#core/calendar';
import type { Draft } from '../data/draft';
import { useFirstHoursQuery } from '../data/ownerApi';

/** For a day after publishing, one quiet line a path: whether a practice buyer got in, and what visitors did so far. */
export function FirstHours({ draft }: { draft: Draft }) {
  const { data } = useFirstHoursQuery(undefined, { refetchOnMountOrArgChange: true, pollingInterval: 60_000 });
  const first = data?.first;
  if (!first) return null;
  const { zone, locale } = draft.content.shop;
  const { of, gotIn, failed } = first.walked;
  return (
    <section className="mt-5 border-l-4 border-access pl-4" aria-label="Since publishing">
      <p>
        Live since {formatTime(first.liveSince, zone, locale)}.{' '}
        {of > 0 && (
          <>
            A practice buyer paid for {gotIn} of {of} {of === 1 ? 'price' : 'prices'} and got in.
          </>
        )}
      </p>
      {failed.map((sentence) => (
        <p key={sentence} className="text-alarm">
          {sentence}
        </p>
      ))}
      {first.paths.map((path) => (
        <p key={path.title} className="text-ink-2">
          <span dir="auto">{path.title}</span>:{' '}
          {path.seen === 0
            ? 'not seen yet'
            : path.seen === 1
              ? 'seen once'
              : `seen ${path.seen.toLocaleString('en')} times`}
          , {path.atCheckout} at checkout,{' '}
          {path.sold === 0 ? 'no sale yet' : path.sold === 1 ? '1 order' : `${path.sold} orders`}.
        </p>
      ))}
    </section>
  );
}
