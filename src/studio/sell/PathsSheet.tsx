import { Link, useNavigate } from 'react-router';
import type { DraftOffer } from '#core/catalogue';
import type { OfferId } from '#core/ids';
import type { Draft } from '../data/draft';
import { useSold } from '../data/useSold';
import { amounts } from '../price/soldPrices';
import { sellWords } from '#say/sell';
const say = sellWords.pathsSheet;

/** Every path with its address, what it sells and how it stands. */
export function PathsSheet({
  draft,
  unsold,
  onMake,
}: {
  draft: Draft;
  unsold: readonly DraftOffer[];
  onMake: (offerId: OfferId) => void;
}) {
  const { paths } = draft.content;
  const first = unsold[0];
  return (
    <>
      <h1>{say.sell}</h1>
      <p className="lead mt-2 text-ink-2">{say.pathSalesPageCheckout}</p>
      {paths.length > 0 && (
        <table className="rows mt-4">
          <thead>
            <tr>
              <th>{say.path}</th>
              <th>{say.address}</th>
              <th>{say.price}</th>
              <th className="num !pr-0">{say.orders}</th>
            </tr>
          </thead>
          <tbody>
            {paths.map((path) => (
              <PathRow key={path.id} draft={draft} id={path.id} />
            ))}
          </tbody>
        </table>
      )}
      {first && (
        <section className="sec mt-6">
          <h3 className="mb-2">{say.noSalesPageYet}</h3>
          <ul>
            {unsold.map((o) => (
              <li key={o.id} className="flex flex-wrap items-baseline justify-between gap-4 py-1">
                <span dir="auto">{o.title || say.untitled}</span>
                <button className="btn btn-quiet btn-sm" onClick={() => onMake(o.id)}>
                  {say.makePage(o.title || say.untitled)}
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
      {!first && paths.length === 0 && (
        <Link className="btn btn-primary mt-4" to="/make">
          {say.makeProduct}
        </Link>
      )}
    </>
  );
}

function PathRow({ draft, id }: { draft: Draft; id: string }) {
  const navigate = useNavigate();
  const path = draft.content.paths.find((p) => p.id === id);
  const offer = path?.front ? undefined : draft.content.offers.find((o) => o.id === path?.offerId);
  const sold = useSold(path?.front ? '' : (path?.offerId ?? ''));
  if (!path) return null;
  const live = draft.live?.content.paths.some((p) => p.id === id) ?? false;
  return (
    <tr data-row onClick={() => void navigate(`/sell/${id}`)}>
      <td dir="auto">
        <Link className="plain-link font-semibold" to={`/sell/${id}`} onClick={(e) => e.stopPropagation()}>
          {path.title || say.untitled}
        </Link>
        {!live && <span className="changed"> {say.draft}</span>}
        {offer && !offer.onSale && <span className="text-ink-3"> {say.notSale}</span>}
      </td>
      <td className="text-ink-2">/{path.address}</td>
      <td>{offer ? amounts(offer, draft.content.shop.locale) : ''}</td>
      <td className="num !pr-0">{sold === 0 ? '' : sold.toLocaleString('en')}</td>
    </tr>
  );
}
