import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { type DraftOffer, newOffer, newPrice } from '#core/catalogue';
import { storyOfTerms } from '#core/drawing';
import { formatAmount } from '#core/money';
import { plainText, statementOf } from '#core/terms';
import { KeelLine } from '../../ui/KeelLine';
import { add, change, type Draft } from '../data/draft';
import { newId } from '../data/ids';
import { useNow } from '../data/useNow';
import { Missing } from '../frame/Missing';
import { Panes } from '../frame/Panes';
import { BuyersChoice, PriceOutcome, soldPrices } from './outcome';
import { PriceSentence } from './PriceSentence';
import { StopSelling } from './StopSelling';

/** Price: the offers, each with its prices in a sentence and what they lead to. */
export function PriceStage({ draft }: { draft: Draft }) {
  const { id } = useParams();
  const navigate = useNavigate();
  const { offers, products, shop } = draft.content;
  const offer = offers.find((o) => o.id === id) ?? offers[0];
  const [inHand, setInHand] = useState<string | null>(null);
  const now = useNow();
  const live = new Set(draft.live?.content.offers.map((o) => o.id));

  function addOffer(): void {
    const next = newId('off');
    add('offer', next, { ...newOffer(next, { id: '', title: '' }, shop.currency), productIds: [], prices: [] });
    void navigate(`/price/${next}`);
  }

  const row = (o: DraftOffer) => (
    <Link key={o.id} className="row" to={`/price/${o.id}`} aria-current={o.id === offer?.id ? 'true' : undefined}>
      <b dir="auto">{o.title || 'Without a title'}</b>
      <span>{amounts(o, shop.locale)}</span>
    </Link>
  );
  const index = (
    <>
      <button className="row" data-new onClick={addOffer}><b>New offer …</b></button>
      {offers.some((o) => live.has(o.id)) && <div className="group">Live</div>}
      {offers.filter((o) => live.has(o.id)).map(row)}
      {offers.some((o) => !live.has(o.id)) && <div className="group">Draft</div>}
      {offers.filter((o) => !live.has(o.id)).map(row)}
    </>
  );
  if (!offer) {
    return <Panes draft={draft} index={index} indexName="Offers" sheet={<><h1>Price</h1><p className="lead mt-3">An offer says what is paid for one or more products. Make a product first, and its offer comes with it.</p><Link className="btn btn-primary mt-4" to="/make">Make a product</Link></>} outcome={null} />;
  }

  const prices = soldPrices(offer);
  const price = prices.find((p) => p.id === inHand) ?? prices[0];
  const findings = draft.findings.filter((f) => f.about.kind === 'offer' && f.about.id === offer.id);
  const largest = Math.max(1, ...prices.map((p) => (p.terms.kind === 'once' ? p.terms.amount : 0)));
  return (
    <Panes
      draft={draft}
      index={index}
      indexName="Offers"
      sheet={
        <>
          <input className="bare title-field" aria-label="Title of the offer" placeholder="Title of the offer" dir="auto" value={offer.title} onChange={(e) => void change('offer', offer.id, (o) => { o.title = e.target.value.slice(0, 200); })} />
          <OpensWhat draft={draft} offer={offer} />
          {offer.prices.map((p, i) => (
            <section key={p.id} className="sec mt-2" onFocus={() => setInHand(p.id)} aria-label={`Price ${i + 1}`}>
              <div className="flex items-baseline justify-between gap-4">
                <input className="bare flex-1 font-head text-[15px] font-semibold" aria-label={`Name of price ${i + 1}`} placeholder={offer.prices.length > 1 ? 'A short name, like “All at once”' : 'All at once'} dir="auto" value={p.name} onChange={(e) => void change('offer', offer.id, (o) => { const found = o.prices[i]; if (found) found.name = e.target.value.slice(0, 120); })} />
                <span className="cap whitespace-nowrap">
                  {i > 0 && <><button className="opt" aria-label={`Move up price ${i + 1}`} onClick={() => void change('offer', offer.id, (o) => { const [moved] = o.prices.splice(i, 1); if (moved) o.prices.splice(i - 1, 0, moved); })}>Move up</button> · </>}
                  <button className="opt" aria-label={`Remove price ${i + 1}`} onClick={() => void change('offer', offer.id, (o) => { o.prices.splice(i, 1); })}>Remove</button>
                </span>
              </div>
              <PriceSentence offer={offer} price={p} />
            </section>
          ))}
          <div className="sec"><button className="btn btn-quiet" onClick={() => void change('offer', offer.id, (o) => { o.prices.push(newPrice(newId('pr'))); })}>{offer.prices.length === 0 ? 'Set a price' : 'Add another price to choose from'}</button></div>
          {prices.length > 1 && (
            <section className="sec">
              <div className="flex items-baseline justify-between"><h3>Side by side</h3><span className="cap">a buyer who buys today</span></div>
              <table className="mt-1 w-full text-ink-2"><tbody>
                {prices.map((p) => {
                  const place = { currency: offer.currency, zone: shop.zone, locale: shop.locale };
                  const story = storyOfTerms(p.terms, offer.productIds.map((pid) => products.find((x) => x.id === pid)?.title ?? ''), now, place);
                  return <tr key={p.id}><td className="w-28 pr-2" dir="auto">{p.name || 'Price'}</td><td><KeelLine story={story} small decorative name={plainText(statementOf(p.terms, { ...place, start: now, when: 'today' }))} width={400} largest={largest} /></td><td className="text-right font-semibold text-money">{p.terms.kind === 'free' ? 'free' : formatAmount(p.terms.amount, offer.currency, shop.locale)}</td></tr>;
                })}
              </tbody></table>
            </section>
          )}
          <section className="sec"><h3>What the buyer’s card statement reads</h3><p className="mt-1">{shop.cardStatement} <Link className="opt" to="/shop">Change in Shop</Link></p></section>
          <StopSelling draft={draft} offer={offer} />
        </>
      }
      outcome={
        <>
          <Missing findings={findings} />
          <div className="sec mt-3">
            <div className="flex items-baseline justify-between gap-3"><h2>What the buyer will pay</h2>{price && price.name !== '' && <span className="cap" dir="auto">{price.name}</span>}</div>
            <div className="mt-2">{price ? <PriceOutcome draft={draft} offer={offer} price={price} now={now} width={312} /> : <p className="text-ink-2">Write an amount, and the answer stands here.</p>}</div>
          </div>
          <div className="sec"><h3 className="mb-2">As the buyer sees it</h3><BuyersChoice offer={offer} locale={shop.locale} /></div>
        </>
      }
    />
  );
}

function OpensWhat({ draft, offer }: { draft: Draft; offer: DraftOffer }) {
  const { products } = draft.content;
  const others = products.filter((p) => !offer.productIds.includes(p.id));
  return (
    <p className="mt-1 text-ink-2">
      Opens{' '}
      {offer.productIds.length === 0 && 'nothing yet'}
      {offer.productIds.map((id, i) => (
        <span key={id}>{i > 0 && ' and '}<Link className="font-semibold text-access" to={`/make/${id}`} dir="auto">{products.find((p) => p.id === id)?.title || 'Without a title'}</Link>{offer.productIds.length > 1 && <> <button className="opt" aria-label={`Take ${products.find((p) => p.id === id)?.title ?? ''} out`} onClick={() => void change('offer', offer.id, (o) => { o.productIds = o.productIds.filter((x) => x !== id); })}>take out</button></>}</span>
      ))}
      {others.length > 0 && (
        <>
          {' '}
          <select className="fill font-normal" aria-label="Add a product to this offer" value="" onChange={(e) => void change('offer', offer.id, (o) => { o.productIds.push(e.target.value); })}>
            <option value="">add …</option>
            {others.map((p) => <option key={p.id} value={p.id}>{p.title || 'Without a title'}</option>)}
          </select>
        </>
      )}
    </p>
  );
}

export function amounts(offer: DraftOffer, locale: string): string {
  const sold = soldPrices(offer).map((p) => (p.terms.kind === 'free' ? 'free' : formatAmount(p.terms.amount, offer.currency, locale)));
  return sold.length === 0 ? 'no price yet' : sold.join(' · ');
}
