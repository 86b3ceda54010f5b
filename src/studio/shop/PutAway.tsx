import { useLiveQuery } from 'dexie-react-hooks';
import { useState } from 'react';
import { documentKey } from '#core/documents';
import { ownedAndSold } from '../data/queries/orders';
import { change, type Draft } from '../data/draft';
import { removeDrafts } from '../data/remove';
import { shopWords } from '#say/shop';
const say = shopWords.putAway;

const WORD = 'empty';

/** What was put away: off every list, kept for its owners, and to be brought back. */
export function PutAway({ draft }: { draft: Draft }) {
  const products = draft.content.products.filter((p) => p.putAway);
  const offers = draft.content.offers.filter((o) => o.putAway);
  const [typed, setTyped] = useState<string | null>(null);
  // What somebody owns or bought is never deleted.
  const free =
    useLiveQuery(async () => {
      const { owned, sold } = await ownedAndSold();
      return [
        ...products.filter((p) => !owned.has(p.id)).map((p) => documentKey('product', p.id)),
        ...offers.filter((o) => !sold.has(o.id)).map((o) => documentKey('offer', o.id)),
      ];
    }, [products.map((p) => p.id).join(), offers.map((o) => o.id).join()]) ?? [];
  const all = [
    ...products.map((p) => ({ kind: 'product' as const, id: p.id, title: p.title })),
    ...offers.map((o) => ({ kind: 'offer' as const, id: o.id, title: o.title })),
  ];
  return (
    <section className="sec" id="put-away">
      <h3 className="mb-1">{say.archive}</h3>
      {all.length === 0 && <p className="text-ink-2">{say.nothingArchivedProductsOffers}</p>}
      <ul>
        {all.map(({ kind, id, title }) => (
          <li key={id} className="flex items-baseline justify-between gap-4 border-t border-line py-1.5">
            <span dir="auto">
              {title || say.untitled} <span className="cap">{kind}</span>
            </span>
            <button
              className="opt"
              aria-label={say.restoreThe(kind, title)}
              onClick={() =>
                void (kind === 'product'
                  ? change('product', id, (p) => {
                      delete p.putAway;
                    })
                  : change('offer', id, (o) => {
                      delete o.putAway;
                    }))
              }
            >
              {say.restore}
            </button>
          </li>
        ))}
      </ul>
      {free.length > 0 &&
        (typed === null ? (
          <p className="mt-2">
            <button className="opt" onClick={() => setTyped('')}>
              {say.deleteThoseNobodyOwns(free.length)}
            </button>
          </p>
        ) : (
          <form
            className="sentence"
            onSubmit={(event) => {
              event.preventDefault();
              if (typed.trim().toLowerCase() === WORD)
                void removeDrafts(free, say.items(free.length)).then(() => setTyped(null));
            }}
          >
            {say.type} <b>{WORD}</b> {say.deleteThem}{' '}
            <input
              className="fill"
              autoFocus
              aria-label={say.typeDelete(WORD)}
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
            />{' '}
            <button className="opt" disabled={typed.trim().toLowerCase() !== WORD}>
              {say.delete(free.length)}
            </button>{' '}
            ·{' '}
            <button type="button" className="opt" onClick={() => setTyped(null)}>
              {say.cancel}
            </button>
          </form>
        ))}
    </section>
  );
}
