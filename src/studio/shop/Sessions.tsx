import { useState } from 'react';
import { formatDay } from '#core/calendar';
import type { Draft } from '../data/draft';
import { sentenceOf, useEndSessionMutation, useSessionsQuery } from '../data/ownerApi';
import { shopWords } from '#say/shop';
const say = shopWords.sessions;

/** Every browser that is connected to the shop, and the way to end one that is lost. */
export function Sessions({ draft }: { draft: Draft }) {
  const { zone, locale } = draft.content.shop;
  const { data } = useSessionsQuery(undefined, { refetchOnMountOrArgChange: true });
  const [end] = useEndSessionMutation();
  const [said, setSaid] = useState<string | null>(null);
  return (
    <>
      <h4 className="mt-4 font-semibold">{say.connectedBrowsers}</h4>
      <ul>
        {(data?.sessions ?? []).map(({ id, what, since, here }) => (
          <li key={id} className="flex flex-wrap items-baseline justify-between gap-3 border-t border-line py-1.5">
            <span>
              {what || say.aBrowser}
              {since !== null && <span className="text-ink-2">{say.since(formatDay(since, zone, locale))}</span>}
            </span>
            {here ? (
              <span className="text-ink-2">{say.thisOne}</span>
            ) : (
              <button
                className="opt"
                onClick={() =>
                  void end(id)
                    .unwrap()
                    .then(
                      () => setSaid(say.browserNowDisconnected),
                      (error: unknown) => setSaid(sentenceOf(error)),
                    )
                }
              >
                {say.disconnect}
              </button>
            )}
          </li>
        ))}
      </ul>
      {said !== null && (
        <p className="mt-1" role="status">
          {said}
        </p>
      )}
    </>
  );
}
