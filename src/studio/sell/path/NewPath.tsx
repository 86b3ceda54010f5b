import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { BEGINNINGS, type Beginning } from '#core/paths';
import type { OfferId, PriceId } from '#core/ids';
import type { Draft } from '../../data/draft';
import { ChoiceFill } from '../../price/Fill';
import { amounts } from '../../price/soldPrices';
import { type Chosen, knownFor, useMakePath } from '../useMakePath';
import { MiniStream } from './MiniStream';
import { PriceChoice, pricesBeside } from './PriceChoice';
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.newPath;

/** A new path: what it sells, and a ready beginning said in a sentence, with a drawing of what it makes. */
export function NewPath({ draft }: { draft: Draft }) {
  const { offers, paths, shop } = draft.content;
  const sold = offers.filter((o) => !o.putAway);
  const unsold = sold.find((o) => !paths.some((p) => !p.front && p.offerId === o.id));
  const [offerId, setOfferId] = useState<OfferId>(unsold?.id ?? sold[0]?.id ?? '');
  const offer = sold.find((o) => o.id === offerId);
  if (!offer)
    return (
      <>
        <h1>{say.newPath}</h1>
        <p className="lead mt-3">
          {say.pathSellsOfferHas}{' '}
          <Link className="plain-link" to="/make">
            {say.makeProductFirst}
          </Link>
        </p>
      </>
    );
  return (
    <>
      <h1>{say.newPath}</h1>
      <p className="lead mt-2">
        {say.sell}{' '}
        <ChoiceFill
          label={say.whatSells}
          value={offerId}
          choices={sold.map(
            (o) => [o.id, say.offerAndPrices(o.title || say.untitled, amounts(o, shop.locale))] as const,
          )}
          onChange={setOfferId}
        />
        .
      </p>
      <ul className="mt-4">
        {BEGINNINGS.filter(({ front }) => !front).map((beginning) => (
          <BeginningRow key={`${beginning.id}/${offerId}`} draft={draft} beginning={beginning} offerId={offerId} />
        ))}
      </ul>
      <h2 className="mt-8">{say.sellNothingHereLink}</h2>
      <ul className="mt-2">
        {BEGINNINGS.filter(({ front }) => front).map((beginning) => (
          <BeginningRow key={beginning.id} draft={draft} beginning={beginning} offerId={offerId} />
        ))}
      </ul>
    </>
  );
}

function BeginningRow({ draft, beginning, offerId }: { draft: Draft; beginning: Beginning; offerId: OfferId }) {
  const begin = useMakePath(draft);
  const beside = pricesBeside(draft, offerId);
  const asks = (what: Beginning['asks'][number]): boolean => beginning.asks.includes(what);
  const main = draft.content.offers.find((o) => o.id === offerId);
  const others = draft.content.offers.filter((o) => !o.putAway && o.id !== offerId && o.currency === main?.currency);
  // What comes first stands there, so that one press suffices; it can be chosen otherwise, here or later.
  const [more, setMore] = useState<Chosen['more']>(asks('more') ? (beside[0] ?? null) : null);
  const [softer, setSofter] = useState<Chosen['softer']>(asks('softer') ? (beside[1] ?? null) : null);
  const [side, setSide] = useState<OfferId | null>(asks('beside') ? (others[0]?.id ?? null) : null);
  // The last price is most often the one for some people only; the first stays everybody's.
  const own = (main?.prices ?? []).slice(1).filter(({ onlyAt }) => !onlyAt);
  const [few, setFew] = useState<PriceId | null>(asks('few') || asks('lower') ? (own.at(-1)?.id ?? null) : null);
  const chosen: Chosen = {
    offerId,
    more: more ?? null,
    softer: softer ?? null,
    beside: side,
    few: asks('few') ? few : null,
    lower: asks('lower') ? few : null,
  };
  const drawn = useMemo(() => {
    let count = 0;
    const known = knownFor(draft, chosen, (prefix) => `${prefix}${(count += 1)}`);
    return known && beginning.make(known).path;
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what is chosen, by its parts
  }, [draft, beginning, offerId, more, softer, side, few]);
  return (
    <li className="beginning">
      <div className="min-w-56 flex-1">
        <h3>{beginning.sentence}</h3>
        {asks('more') && (
          <p className="mt-1">
            {say.afterPaymentOffer}{' '}
            <PriceChoice
              draft={draft}
              offerId={offerId}
              label={say.whatOfferedAfterPayment(beginning.sentence)}
              value={more ?? null}
              none={beside.length === 0 ? say.offerOnceHasPrice : say.offerChosenLater}
              onChange={setMore}
            />
            {asks('softer') && (
              <>
                {say.afterNo}{' '}
                <PriceChoice
                  draft={draft}
                  offerId={offerId}
                  label={say.whatOfferedAfterNo(beginning.sentence)}
                  value={softer ?? null}
                  none={beside.length < 2 ? say.anotherOfferOnceHas : say.anotherOfferChosenLater}
                  onChange={setSofter}
                />
              </>
            )}
            .
          </p>
        )}
        {asks('beside') && (
          <p className="mt-1">
            {say.nextToIt}{' '}
            <ChoiceFill
              label={say.otherOffer(beginning.sentence)}
              value={side ?? ''}
              choices={[
                ...(side === null ? [['', say.anotherOfferOnceHas] as const] : []),
                ...others.map((o) => [o.id, o.title || say.untitled] as const),
              ]}
              onChange={setSide}
            />
            .
          </p>
        )}
        {(asks('few') || asks('lower')) && (
          <p className="mt-1">
            {asks('few') ? say.onlyThroughSpecialLink : say.oneDay}
            <ChoiceFill
              label={say.thePrice(beginning.sentence)}
              value={few ?? ''}
              choices={[
                ...(few === null || !asks('lower') ? [['', say.priceChosenLater] as const] : []),
                ...own.map((p, i) => [p.id, p.name || say.price(i + 2)] as const),
              ]}
              onChange={(id) => setFew(id === '' ? null : id)}
            />
            .
          </p>
        )}
        <button className="btn btn-quiet btn-sm mt-2" onClick={() => begin(beginning, chosen)}>
          {say.createPath}
          <span className="sr-only">: {beginning.sentence}</span>
        </button>
      </div>
      {drawn && <MiniStream path={drawn} />}
    </li>
  );
}
