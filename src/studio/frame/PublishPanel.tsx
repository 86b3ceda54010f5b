import { useState } from 'react';
import { formatDay, formatTime } from '#core/calendar';
import { documentKindOf } from '#core/documents';
import { keepBack, launchCheck, sealContent, withKept } from '#core/release';
import { takeOverLive } from '../data/begin';
import type { Draft } from '../data/draft';
import { useAboutQuery } from '../data/ownerApi';
import { useNow } from '../data/useNow';
import { publishNow } from '../data/publish';
import { useAppDispatch } from '../store';
import { publishToggled } from '../store/frame';
import { May } from './May';
import { Missing } from './Missing';
import { TakenOut } from './TakenOut';
import { frameWords } from '#say/frame';
const say = frameWords.publishPanel;

/** Every change since live, what stops it, and one button that names it all. */
export default function PublishPanel({ draft }: { draft: Draft }) {
  const dispatch = useAppDispatch();
  const { data: about } = useAboutQuery();
  const now = useNow();
  const [busy, setBusy] = useState(false);
  const [failed, setFailed] = useState<{ sentence: string; code: string } | null>(null);
  const [kept, setKept] = useState<ReadonlySet<string>>(new Set());
  // Unticked things keep their live version; whatever that leaves hanging is found by the same check as always.
  const content = keepBack(withKept(draft.live, draft.going.content, kept), draft.live).content;
  const stops = launchCheck(content, draft.hasFile, now, draft.ready).filter((f) => f.level === 'stops');
  const chosen = draft.changes.filter((c) => !kept.has(c.key));
  const { zone, locale } = draft.content.shop;
  const count = chosen.length === 1 ? say.change : say.changes(chosen.length);
  const tick = (key: string, on: boolean): void =>
    setKept((now) => new Set(on ? [...now].filter((k) => k !== key) : [...now, key]));

  async function publish(): Promise<void> {
    setBusy(true);
    setFailed(await publishNow(draft.live?.number ?? null, sealContent(content)));
    setBusy(false);
  }

  return (
    <>
      <div className="flex items-baseline justify-between pr-6">
        <h2>{say.publishing}</h2>
        <button className="opt" onClick={() => dispatch(publishToggled(false))}>
          {say.close}
        </button>
      </div>
      <p className="two mt-2 text-ink-2">
        {draft.live
          ? say.liveSince(
              formatDay(draft.live.at, zone, locale, { weekday: true }),
              formatTime(draft.live.at, zone, locale),
            )
          : say.nothingLiveYet}
      </p>
      {draft.changes.length > 0 && (
        <ul className="mt-3">
          {draft.changes.map((change) => (
            <li key={change.key} className="border-t border-line">
              <label className="flex cursor-pointer items-start gap-2.5 py-1.5">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm mt-0.5"
                  checked={!kept.has(change.key)}
                  onChange={(event) => tick(change.key, event.target.checked)}
                />
                <span className={kept.has(change.key) ? 'text-ink-3' : ''}>
                  <b className="font-semibold">
                    {documentKindOf(change.kind).name} “{change.title}”
                  </b>
                  : {change.details.length > 0 ? change.details.join('; ') : change.what}
                </span>
              </label>
            </li>
          ))}
        </ul>
      )}
      {draft.going.keptBack.length > 0 && (
        <p className="mt-3 text-ink-2">
          {say.keptBack([...new Set(draft.going.keptBack.map((t) => t.title || say.untitled))].join(', '))}
        </p>
      )}
      <TakenOut live={draft.live} content={content} />
      {stops.length > 0 && (
        <div className="sec mt-3">
          <Missing findings={stops} />
        </div>
      )}
      {failed && (
        <div className="mt-3 border-l-4 border-alarm bg-alarm-fill px-3 py-2" role="alert">
          <p>{failed.sentence}</p>
          {failed.code === 'another-live' && (
            <button
              className="btn btn-quiet btn-sm mt-2"
              onClick={() => void takeOverLive().then(() => setFailed(null))}
            >
              {say.loadWhatLiveDiscard(count)}
            </button>
          )}
        </div>
      )}
      {draft.changes.length > 0 ? (
        <May right="publish" or={<p className="mt-4">{say.youNeedOwnerS}</p>}>
          <button
            className="btn btn-primary mt-4"
            disabled={busy || stops.length > 0 || chosen.length === 0}
            onClick={() => void publish()}
          >
            {busy ? say.publishing2 : say.publish(count)}
          </button>
        </May>
      ) : (
        <p className="mt-4">{say.allPublishedBuyersSee}</p>
      )}
      {draft.live && (
        <p className="mt-3">
          <a className="plain-link" href={about?.publicAddress ?? '/'} target="_blank" rel="noopener">
            {say.openLiveShop}
          </a>
        </p>
      )}
    </>
  );
}
