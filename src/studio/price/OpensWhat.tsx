import { Link } from 'react-router';
import type { DraftOffer } from '#core/catalogue';
import { change, type Draft } from '../data/draft';
import { useSold } from '../data/useSold';
import { currencies } from '../shop/choices';

/** What an offer opens, and in which currency it is sold. */
export function OpensWhat({ draft, offer }: { draft: Draft; offer: DraftOffer }) {
  const { products } = draft.content;
  const sold = useSold(offer.id);
  const others = products.filter((p) => !offer.productIds.includes(p.id) && !p.putAway);
  const titleOf = (id: string): string => products.find((p) => p.id === id)?.title || 'Without a title';
  return (
    <p className="mt-1 text-ink-2">
      Opens {offer.productIds.length === 0 && 'nothing yet'}
      {offer.productIds.map((id, i) => (
        <span key={id}>
          {i > 0 && ' and '}
          <Link className="font-semibold text-access" to={`/make/${id}`} dir="auto">
            {titleOf(id)}
          </Link>
          {offer.productIds.length > 1 && (
            <>
              {' '}
              <button
                className="opt"
                aria-label={`Take ${titleOf(id)} out`}
                onClick={() =>
                  void change('offer', offer.id, (o) => {
                    o.productIds = o.productIds.filter((x) => x !== id);
                  })
                }
              >
                take out
              </button>
            </>
          )}
        </span>
      ))}
      {others.length > 0 && (
        <>
          {' '}
          <select
            className="fill font-normal"
            aria-label="Add a product to this offer"
            value=""
            onChange={(e) =>
              void change('offer', offer.id, (o) => {
                o.productIds.push(e.target.value);
              })
            }
          >
            <option value="">add …</option>
            {others.map((p) => (
              <option key={p.id} value={p.id}>
                {p.title || 'Without a title'}
              </option>
            ))}
          </select>
        </>
      )}
      {', sold in '}
      {sold > 0 ? (
        <>
          {offer.currency}{' '}
          <span className="cap">
            (sold {sold === 1 ? 'once' : `${sold.toLocaleString('en')} times`}, so its currency stays)
          </span>
        </>
      ) : (
        <select
          className="fill font-normal"
          aria-label="Currency of this offer"
          value={offer.currency}
          onChange={(e) =>
            void change('offer', offer.id, (o) => {
              o.currency = e.target.value;
            })
          }
        >
          {currencies.map((c) => (
            <option key={c}>{c}</option>
          ))}
        </select>
      )}
      .
    </p>
  );
}
