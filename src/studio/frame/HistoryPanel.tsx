import { useState } from 'react';
import { formatDay, formatTime } from '#core/calendar';
import type { Draft } from '../data/draft';
import { useMay } from './May';
import { bringBackRelease } from '../data/publish';
import { sentenceOf, useReleasesQuery } from '../data/ownerApi';
import { useAppDispatch } from '../store';
import { publishToggled } from '../store/frame';
import { frameWords } from '#say/frame';
const say = frameWords.historyPanel;

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
    setSaid(failed ?? say.whatWasLiveLive(name));
    setBusy(null);
    void refetch();
  }

  return (
    <>
      <div className="flex items-baseline justify-between pr-6">
        <h2>{say.publishedVersions}</h2>
        <button className="opt" onClick={() => dispatch(publishToggled(false))}>
          {say.close}
        </button>
      </div>
      {draft.live !== null && draft.changes.length === 0 && (
        <p className="mt-2 text-ink-2">{say.allPublishedBuyersSee}</p>
      )}
      {said !== null && (
        <p className="mt-2" role="status">
          {said}
        </p>
      )}
      {error && <p className="wrong mt-2">{sentenceOf(error)}</p>}
      {data?.releases.length === 0 && <p className="mt-2 text-ink-2">{say.nothingHasBeenPublished}</p>}
      <ul className="mt-3">
        {data?.releases.map((release) => (
          <li key={release.number} className="border-t border-line py-2">
            <p className="font-semibold">
              {release.number === draft.live?.number ? say.liveSince : ''}
              {nameOf(release.at)}
              {release.by !== null && <span className="font-normal text-ink-2">{say.by(release.by)}</span>}
            </p>
            <p className="text-ink-2">
              {release.changes.length === 0 ? say.noChanges : release.changes.slice(0, 3).join('; ')}
              {release.changes.length > 3 && say.andMore(release.changes.length - 3)}
            </p>
            {release.number !== draft.live?.number && may('publish') && (
              <button
                className="opt"
                disabled={busy !== null}
                onClick={() => void back(release.number, nameOf(release.at))}
              >
                {busy === release.number ? say.bringingBack : say.makeLiveAgain}
              </button>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}
