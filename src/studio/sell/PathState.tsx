import { useState } from 'react';
import { pagesOf, type Path } from '#core/paths';
import { May } from '../frame/May';
import type { Draft } from '../data/draft';
import { publishNow } from '../data/publish';
import { sellWords } from '#say/sell';
const say = sellWords.pathState;

/** How a path stands: a draft that can go, or live pages that can be taken down at once. */
export function PathState({ draft, path, onRemove }: { draft: Draft; path: Path; onRemove: () => void }) {
  const [said, setSaid] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const { live } = draft;
  const isLive = live?.content.paths.some((p) => p.id === path.id) ?? false;
  if (!isLive)
    return (
      <p className="changed mt-2">
        {say.draftNobodyCanSee}{' '}
        <button className="opt" onClick={onRemove}>
          {say.deleteDraft}
        </button>
      </p>
    );

  async function takeDown(): Promise<void> {
    if (!live) return;
    setBusy(true);
    const gone = new Set(pagesOf(path));
    const failed = await publishNow(live.number, {
      ...live.content,
      paths: live.content.paths.filter((p) => p.id !== path.id),
      pages: live.content.pages.filter((p) => !gone.has(p.id)),
    });
    setSaid(failed?.sentence ?? null);
    setBusy(false);
  }
  return (
    <May right="publish">
      <p className="cap mt-2">
        <button className="opt" disabled={busy} onClick={() => void takeDown()}>
          {say.unpublishThesePages}
        </button>{' '}
        {say.customersKeepAccessPages}
        {said !== null && (
          <span className="wrong block" role="alert">
            {said}
          </span>
        )}
      </p>
    </May>
  );
}
