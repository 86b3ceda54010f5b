import { documentKey } from '#core/documents';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { type DraftOffer, type DraftPrice, lesserOffers, newPrice, paidAsFirst, unsealOffer } from '#core/catalogue';
import { priceChanges, priceParts } from '#core/release';
import type { PriceId } from '#core/ids';
import { shortTerms } from '#core/terms';
import { change, type Draft } from '../data/draft';
import { TitleField } from '../frame/TitleField';
import { newId } from '../data/ids';
import { removeDrafts } from '../data/remove';
import { OpensWhat } from './OpensWhat';
import { focusAmount, PriceSentence } from './PriceSentence';
import { SideBySide } from './SideBySide';
import { soldPrices } from './soldPrices';
import { StopSelling } from './StopSelling';

interface Props {
  draft: Draft;
  offer: DraftOffer;
  onTake: (priceId: PriceId) => void;
}

/** One offer: what it opens, its currency, its prices, and how they compare. */
export function OfferSheet({ draft, offer, onTake }: Props) {
  const navigate = useNavigate();
  const { shop } = draft.content;
  const live = draft.live?.content.offers.find((o) => o.id === offer.id);
  const edit = (recipe: (o: DraftOffer) => void): void => void change('offer', offer.id, recipe);
  function addPrice(): void {
    const id = newId('pr');
    edit((o) => {
      const opens = draft.content.products.filter((p) => o.productIds.includes(p.id));
      o.prices.push(newPrice(id, { terms: { kind: paidAsFirst(opens) } }));
    });
    focusAmount(id);
  }
  return (
    <>
      <TitleField
        label="Title of the offer"
        placeholder="Title of the offer"
        value={offer.title}
        onChange={(title) =>
          edit((o) => {
            o.title = title;
          })
        }
      />
      <OpensWhat draft={draft} offer={offer} />
      {offer.prices.map((price, i) => (
        <section key={price.id} className="sec mt-2" onFocus={() => onTake(price.id)} aria-label={`Price ${i + 1}`}>
          <PriceHead offer={offer} price={price} at={i} edit={edit} />
          {live && <LivePrice offer={offer} live={unsealOffer(live)} price={price} locale={shop.locale} edit={edit} />}
          {price.onlyAt ? (
            <FewInWords draft={draft} offer={offer} price={price} />
          ) : (
            <PriceSentence
              offer={offer}
              price={price}
              offers={draft.content.offers.filter((o) => !o.putAway)}
              products={draft.content.products}
            />
          )}
        </section>
      ))}
      <div className="sec">
        <button className="btn btn-quiet" onClick={addPrice}>
          {offer.prices.length === 0 ? 'Set a price' : 'Add another price to choose from'}
        </button>
      </div>
      <SideBySide draft={draft} offer={offer} />
      <Upgrade draft={draft} offer={offer} edit={edit} />
      <section className="sec">
        <h3>What the buyer’s card statement reads</h3>
        <p className="mt-1">
          {shop.cardStatement}, unless a price says otherwise.{' '}
          <Link className="opt" to="/shop">
            Change
          </Link>
        </p>
        <p className="cap mt-1">
          Days here begin and end in {shop.zone}.{' '}
          <Link className="opt !text-[13px]" to="/shop">
            Change
          </Link>
        </p>
      </section>
      <StopSelling draft={draft} offer={offer} />
      <section className="sec">
        {live ? (
          <p>
            <button
              className="opt"
              onClick={() =>
                edit((o) => {
                  o.putAway = true;
                })
              }
            >
              Put this offer away
            </button>{' '}
            <span className="cap">
              Off every list and off sale with the next publishing; owners keep access. It can be brought back in Shop.
            </span>
          </p>
        ) : (
          <button
            className="opt"
            onClick={() =>
              void removeDrafts([documentKey('offer', offer.id)], offer.title).then(() => navigate('/price'))
            }
          >
            Remove this draft
          </button>
        )}
      </section>
    </>
  );
}

const LIST = new Intl.ListFormat('en', { type: 'disjunction' });

/** Whether it takes the place of subscriptions that open less: shown where there are some. */
function Upgrade({
  draft,
  offer,
  edit,
}: Pick<Props, 'draft' | 'offer'> & { edit: (recipe: (o: DraftOffer) => void) => void }) {
  const lesser = lesserOffers(draft.content, offer);
  if (lesser.length === 0) return null;
  return (
    <section className="sec">
      <h3>Upgrade</h3>
      <label className="mt-1 flex items-baseline gap-2.5">
        <input
          type="checkbox"
          checked={offer.upgrades !== false}
          onChange={(e) => {
            const isOn = e.target.checked;
            edit((o) => {
              if (isOn) delete o.upgrades;
              else o.upgrades = false;
            });
          }}
        />
        <span>
          A subscription here, or access for good, takes the place of a subscription to{' '}
          {LIST.format(lesser.map(({ title }) => title))}. Signed in, its unused days count.
        </span>
      </label>
    </section>
  );
}

function PriceHead({
  offer,
  price,
  at,
  edit,
}: {
  offer: DraftOffer;
  price: DraftPrice;
  at: number;
  edit: (recipe: (o: DraftOffer) => void) => void;
}) {
  const [said, setSaid] = useState('');
  const move = (by: -1 | 1): void =>
    edit((o) => {
      const [moved] = o.prices.splice(at, 1);
      if (moved) o.prices.splice(at + by, 0, moved);
    });
  function copy(): void {
    edit((o) => {
      o.prices.splice(at + 1, 0, {
        ...structuredClone(price),
        id: newId('pr'),
        name: price.name === '' ? '' : `${price.name}, copy`,
      });
    });
    setSaid('Copied. The copy stands below.');
  }
  return (
    <div className="flex flex-wrap items-baseline justify-between gap-x-4">
      <input
        className="bare min-w-40 flex-1 font-head text-[15px] font-semibold"
        aria-label={`Name of price ${at + 1}`}
        placeholder={offer.prices.length > 1 ? 'A short name, like “All at once”' : 'All at once'}
        dir="auto"
        value={price.name}
        onChange={(e) =>
          edit((o) => {
            const found = o.prices[at];
            if (found) found.name = e.target.value.slice(0, 120);
          })
        }
      />
      <span className="cap flex gap-x-3 whitespace-nowrap">
        <span className="sr-only" role="status">
          {said}
        </span>
        {at > 0 && (
          <button className="opt" aria-label={`Move up price ${at + 1}`} onClick={() => move(-1)}>
            Move up
          </button>
        )}
        {at < offer.prices.length - 1 && (
          <button className="opt" aria-label={`Move down price ${at + 1}`} onClick={() => move(1)}>
            Move down
          </button>
        )}
        <button className="opt" aria-label={`Copy price ${at + 1}`} onClick={copy}>
          Copy
        </button>
        <button
          className="opt"
          aria-label={`Remove price ${at + 1}`}
          onClick={() =>
            edit((o) => {
              o.prices.splice(at, 1);
            })
          }
        >
          Remove
        </button>
      </span>
    </div>
  );
}

/** What buyers have now where this price differs from it, and the way back. */
function LivePrice({
  offer,
  live,
  price,
  locale,
  edit,
}: {
  offer: DraftOffer;
  live: DraftOffer;
  price: DraftPrice;
  locale: string;
  edit: (recipe: (o: DraftOffer) => void) => void;
}) {
  const was = live.prices.find((p) => p.id === price.id);
  if (!was) return <p className="changed mt-1">New, not live yet.</p>;
  const before = priceParts(live, was, locale);
  const differs = priceChanges(before, priceParts(offer, price, locale), 'Live');
  if (differs.length === 0) return null;
  return (
    <p className="changed mt-1">
      {differs.map((d) => d.replace(/ → .*$/, '')).join('; ')} ·{' '}
      <button
        className="opt"
        onClick={() =>
          edit((o) => {
            o.prices = o.prices.map((p) => (p.id === price.id ? { ...was, name: p.name } : p));
          })
        }
      >
        Put back
      </button>
    </p>
  );
}

/** A price for few, in words: what it is, and where alone it stands. It is changed where it was made. */
function FewInWords({ draft, offer, price }: { draft: Draft; offer: DraftOffer; price: DraftPrice }) {
  const { content } = draft;
  const { onlyAt, less } = price;
  const at = onlyAt?.at;
  const path = content.paths.find((p) =>
    at?.kind === 'step'
      ? p.steps.some((step) => step.id === at.step)
      : (p.entrances ?? []).some((e) => at?.links.includes(e.id)),
  );
  const sealed = soldPrices(offer).find((p) => p.id === price.id);
  const base = offer.prices.find((p) => p.id === less?.of);
  return (
    <p className="sentence">
      {sealed ? shortTerms(sealed.terms, offer.currency, content.shop.locale) : 'No price yet'}
      {less && base && `: ${less.percent} % less than “${base.name.trim() || offer.title}”`}. Only people who{' '}
      {at?.kind === 'links' ? 'come through one link to' : 'reach one step of'}{' '}
      {path ? (
        <Link className="opt" to={`/sell/${path.id}`}>
          {path.title || 'a path'}
        </Link>
      ) : (
        'a path that is no longer here'
      )}{' '}
      can see and buy it.
    </p>
  );
}
