import { useState } from 'react';
import { formatDay, formatTime } from '#core/calendar';
import type { Draft } from '../data/draft';
import { useMay } from './May';
import { bringBackRelease } from '../data/publish';
import { sentenceOf, useReleasesQuery } from '../data/ownerApi';
import { useAppDispatch } from '../store';
import { publishToggled } from '../store/frame';

/** Everything that was ever live, named by its time, with the way back. */
export default function HistoryPanel({ draft }: { draft: Draft }) {
  const dispatch = useAppDispatch();
  const { data, error, refetch } = useReleasesQuery(undefined, { refetchOnMountOrArgChange: true });
  const may = useMay();
  const [busy, setBusy] = useState<number | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const { zone, locale } = draft.content.shop;
  const nameOf = (at: string): string =>
    `${formatDay(at, zone, locale, { year: true, weekday: true })}, ${formatTime(at, zone, locale)}`;

  async function back(number: number, name: string): Promise<void> {
    setBusy(number);
    const failed = await bringBackRelease(number);
    setSaid(
      failed ??
        `What was live on ${name} is live again, with today’s files. Your drafts here are as they were; what differs from live is listed under Publish.`,
    );
    setBusy(null);
    void refetch();
  }

  return (
    <>
      <div className="flex items-baseline justify-between pr-6">
        <h2>What was live</h2>
        <button className="opt" onClick={() => dispatch(publishToggled(false))}>
          Close
        </button>
      </div>
      {draft.live !== null && draft.changes.length === 0 && (
        <p className="mt-2 text-ink-2">All published. Buyers see exactly what you see here.</p>
      )}
      {said !== null && (
        <p className="mt-2" role="status">
          {said}
        </p>
      )}
      {error && <p className="wrong mt-2">{sentenceOf(error)}</p>}
      {data?.releases.length === 0 && (
        <p className="mt-2 text-ink-2">
          Nothing was published yet. As soon as there is something to sell, this button publishes it.
        </p>
      )}
      <ul className="mt-3">
        {data?.releases.map((release) => (
          <li key={release.number} className="border-t border-line py-2">
            <p className="font-semibold">
              {release.number === draft.live?.number ? 'Live since ' : ''}
              {nameOf(release.at)}
              {release.by !== null && <span className="font-normal text-ink-2">, by {release.by}</span>}
            </p>
            <p className="text-ink-2">
              {release.changes.length === 0 ? 'the same as before it' : release.changes.slice(0, 3).join('; ')}
              {release.changes.length > 3 && ` and ${release.changes.length - 3} more`}
            </p>
            {release.number !== draft.live?.number && may('publish') && (
              <button
                className="opt"
                disabled={busy !== null}
                onClick={() => void back(release.number, nameOf(release.at))}
              >
                {busy === release.number ? 'Bringing it back …' : 'Make this live again'}
              </button>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}
