import { useLiveQuery } from 'dexie-react-hooks';
import { Link } from 'react-router';
import { docsOf, documentKindOf, idOfKey, kindOfKey } from '#core/documents';
import { lastEdit } from '../data/queries/edits';
import type { Draft } from '../data/draft';
import { fieldInWords } from '../data/undo';
import { todayWords } from '#say/today';
const say = todayWords.goOn;

/** When this window was opened: what was edited before it was interrupted. */
const OPENED_AT = Date.now();

/** After an interruption: the last edit, and that it was not looked at as the buyer. */
export function GoOn({ draft }: { draft: Draft }) {
  const last = useLiveQuery(lastEdit, []);
  if (!last || last.looked || last.at >= OPENED_AT) return null;
  const place = placeOf(last.key, draft);
  if (!place || !draft.changes.some((c) => c.key === last.key)) return null;
  return (
    <p className="lead mt-3 border-l-4 border-draft pl-4">
      {say.youChanged(fieldInWords(last.key, last.field))}
      <span dir="auto">{place.title}</span>
      {say.haveNotYetLooked}{' '}
      <Link className="underline" to={place.to}>
        {say.continue}
      </Link>
    </p>
  );
}

function placeOf(key: string, { content }: Draft): { title: string; to: string } | null {
  const kind = documentKindOf(kindOfKey(key));
  const id = idOfKey(key);
  const found = docsOf(content, kind).find((d) => d.id === id);
  return found ? { title: kind.title(found.doc as never, content), to: kind.route(id, content) } : null;
}
