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
import { priceWords } from '#say/price';
const say = priceWords.offerSheet;

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
        label={say.titleOffer}
        placeholder={say.titleOffer}
        value={offer.title}
        onChange={(title) =>
          edit((o) => {
            o.title = title;
          })
        }
      />
      <OpensWhat draft={draft} offer={offer} />
      {offer.prices.map((price, i) => (
        <section key={price.id} className="sec mt-2" onFocus={() => onTake(price.id)} aria-label={say.price(i + 1)}>
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
          {offer.prices.length === 0 ? say.setPrice : say.addAnotherPriceChoose}
        </button>
      </div>
      <SideBySide draft={draft} offer={offer} />
      <Upgrade draft={draft} offer={offer} edit={edit} />
      <section className="sec">
        <h3>{say.buyerSCardStatement}</h3>
        <p className="mt-1">
          {say.unlessPriceSaysOtherwise(shop.cardStatement)}{' '}
          <Link className="opt" to="/shop">
            {say.change}
          </Link>
        </p>
        <p className="cap mt-1">
          {say.daysHereBeginEnd(shop.zone)}{' '}
          <Link className="opt !text-[13px]" to="/shop">
            {say.change}
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
              {say.archiveOffer}
            </button>{' '}
            <span className="cap">{say.removedFromAllLists}</span>
          </p>
        ) : (
          <button
            className="opt"
            onClick={() =>
              void removeDrafts([documentKey('offer', offer.id)], offer.title).then(() => navigate('/price'))
            }
          >
            {say.deleteDraft}
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
      <h3>{say.upgrade}</h3>
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
        <span>{say.subscriptionHerePermanentAccess(LIST.format(lesser.map(({ title }) => title)))}</span>
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
        name: price.name === '' ? '' : say.copy(price.name),
      });
    });
    setSaid(say.copiedCopyBelow);
  }
  return (
    <div className="flex flex-wrap items-baseline justify-between gap-x-4">
      <input
        className="bare min-w-40 flex-1 font-head text-[15px] font-semibold"
        aria-label={say.namePrice(at + 1)}
        placeholder={offer.prices.length > 1 ? say.shortNameLikeAll : say.allOnce}
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
          <button className="opt" aria-label={say.moveUpPrice(at + 1)} onClick={() => move(-1)}>
            {say.moveUp}
          </button>
        )}
        {at < offer.prices.length - 1 && (
          <button className="opt" aria-label={say.moveDownPrice(at + 1)} onClick={() => move(1)}>
            {say.moveDown}
          </button>
        )}
        <button className="opt" aria-label={say.copyPrice(at + 1)} onClick={copy}>
          {say.copy2}
        </button>
        <button
          className="opt"
          aria-label={say.removePrice(at + 1)}
          onClick={() =>
            edit((o) => {
              o.prices.splice(at, 1);
            })
          }
        >
          {say.remove}
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
  if (!was) return <p className="changed mt-1">{say.newNotLiveYet}</p>;
  const before = priceParts(live, was, locale);
  const differs = priceChanges(before, priceParts(offer, price, locale), say.live);
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
        {say.putBack}
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
      {sealed ? shortTerms(sealed.terms, offer.currency, content.shop.locale) : say.noPriceYet}
      {less && base && say.lessThan(less.percent, base.name.trim() || offer.title)}
      {say.onlyPeopleWho(at?.kind)}{' '}
      {path ? (
        <Link className="opt" to={`/sell/${path.id}`}>
          {path.title || say.aPath}
        </Link>
      ) : (
        say.deletedPath
      )}{' '}
      {say.canSeeBuy}
    </p>
  );
}
