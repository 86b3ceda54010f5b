import { useLiveQuery } from 'dexie-react-hooks';
import { Link } from 'react-router';
import { readMeta } from '../data/db';
import type { Draft } from '../data/draft';
import { fieldName } from '../data/undo';

/** When this window was opened: what was edited before it was interrupted. */
const OPENED_AT = Date.now();

/** After an interruption: the last edit, and that it was not looked at as the buyer. */
export function GoOn({ draft }: { draft: Draft }) {
  const last = useLiveQuery(() => readMeta('lastEdit'), []);
  if (!last || last.looked || last.at >= OPENED_AT) return null;
  const place = placeOf(last.key, draft);
  if (!place || !draft.changes.some((c) => c.key === last.key)) return null;
  return (
    <p className="lead mt-3 border-l-4 border-draft pl-4">
      You changed {fieldName(last.field)} of “<span dir="auto">{place.title}</span>” and had not looked at it as the
      buyer.{' '}
      <Link className="underline" to={place.to}>
        Go on
      </Link>
    </p>
  );
}

function placeOf(key: string, { content }: Draft): { title: string; to: string } | null {
  const [kind, id = ''] = key.split('/');
  switch (kind) {
    case 'product': {
      const product = content.products.find((p) => p.id === id);
      return product ? { title: product.title, to: `/make/${id}` } : null;
    }
    case 'offer': {
      const offer = content.offers.find((o) => o.id === id);
      return offer ? { title: offer.title, to: `/price/${id}` } : null;
    }
    case 'path':
    case 'page': {
      const path = content.paths.find((p) => p.id === id || p.steps.some((s) => s.pageId === id));
      const step = path?.steps.find((s) => s.pageId === id);
      return path ? { title: path.title, to: `/sell/${path.id}${step ? `/${step.id}` : ''}` } : null;
    }
    default:
      return { title: content.shop.name, to: '/shop' };
  }
}
