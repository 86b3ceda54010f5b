import { Link } from 'react-router';
import type { DraftOffer } from '#core/catalogue';
import type { OfferId } from '#core/ids';
import type { Draft } from '../data/draft';
import { amounts } from '../price/soldPrices';
import { sellWords } from '#say/sell';
const say = sellWords.pathsIndex;

/** The paths, and first what could be sold on one and is not yet. */
export function PathsIndex({
  draft,
  unsold,
  onMake,
}: {
  draft: Draft;
  unsold: readonly DraftOffer[];
  onMake: (offerId: OfferId) => void;
}) {
  const { paths, offers, shop } = draft.content;
  return (
    <>
      <Link className="row" data-new to="/sell/new">
        <b>{say.newPath}</b>
      </Link>
      {unsold.length > 0 && <div className="group">{say.makePage}</div>}
      {unsold.map((o) => (
        <button key={o.id} className="row" onClick={() => onMake(o.id)}>
          <b dir="auto">{o.title || say.untitled}</b>
          <span>{say.pageCheckoutThankYou}</span>
        </button>
      ))}
      {paths.length > 0 && <div className="group">{say.paths}</div>}
      {paths.map((p) => {
        const offer = p.front ? undefined : offers.find((o) => o.id === p.offerId);
        return (
          <Link key={p.id} className="row" to={`/sell/${p.id}`}>
            <b dir="auto">{p.title || say.untitled}</b>
            <span>
              {p.note !== '' && `${p.note} · `}/{p.address} ·{' '}
              {p.front ? say.leadsToOthers : offer ? amounts(offer, shop.locale) : ''}
            </span>
          </Link>
        );
      })}
    </>
  );
}
