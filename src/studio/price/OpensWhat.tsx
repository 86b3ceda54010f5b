import { Link } from 'react-router';
import type { DraftOffer } from '#core/catalogue';
import { change, type Draft } from '../data/draft';
import { useSold } from '../data/useSold';
import { currencies } from '../shop/choices';
import { priceWords } from '#say/price';
const say = priceWords.opensWhat;

/** What an offer opens, and in which currency it is sold. */
export function OpensWhat({ draft, offer }: { draft: Draft; offer: DraftOffer }) {
  const { products } = draft.content;
  const sold = useSold(offer.id);
  const others = products.filter((p) => !offer.productIds.includes(p.id) && !p.putAway);
  const titleOf = (id: string): string => products.find((p) => p.id === id)?.title || say.untitled;
  return (
    <p className="mt-1 text-ink-2">
      {say.opens} {offer.productIds.length === 0 && say.nothingYet}
      {offer.productIds.map((id, i) => (
        <span key={id}>
          {i > 0 && say.and}
          <Link className="font-semibold text-access" to={`/make/${id}`} dir="auto">
            {titleOf(id)}
          </Link>
          {offer.productIds.length > 1 && (
            <>
              {' '}
              <button
                className="opt"
                aria-label={say.remove(titleOf(id))}
                onClick={() =>
                  void change('offer', offer.id, (o) => {
                    o.productIds = o.productIds.filter((x) => x !== id);
                  })
                }
              >
                {say.remove2}
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
            aria-label={say.addProductOffer}
            value=""
            onChange={(e) =>
              void change('offer', offer.id, (o) => {
                o.productIds.push(e.target.value);
              })
            }
          >
            <option value="">{say.add}</option>
            {others.map((p) => (
              <option key={p.id} value={p.id}>
                {p.title || say.untitled}
              </option>
            ))}
          </select>
        </>
      )}
      {say.soldIn}{' '}
      {sold > 0 ? (
        <>
          {offer.currency} <span className="cap">{say.soldSoFar(sold, sold.toLocaleString('en'))}</span>
        </>
      ) : (
        <select
          className="fill font-normal"
          aria-label={say.currencyOffer}
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
