import { type DraftOffer, sealOffer, type Price } from '#core/catalogue';
import type { Instant } from '#core/calendar';
import { storyOfTerms } from '#core/drawing';
import { formatAmount } from '#core/money';
import { accessSentence, dueAtStart, plainText, statementOf } from '#core/terms';
import { KeelLine } from '../../ui/KeelLine';
import { StatementText } from '../../ui/Money';
import type { Draft } from '../data/draft';
import { Announced } from './Announced';

/** The offer with only those prices that can be sold as typed. */
export function soldPrices(offer: DraftOffer): Price[] {
  return offer.prices.flatMap((price) => sealOffer({ ...offer, prices: [price] })?.prices ?? []);
}

/** What one price leads to: the statement and the keel line. */
export function PriceOutcome({ draft, offer, price, now, width }: { draft: Draft; offer: DraftOffer; price: Price; now: Instant; width: number }) {
  const { shop, products } = draft.content;
  const place = { currency: offer.currency, zone: shop.zone, locale: shop.locale };
  const statement = statementOf(price.terms, { ...place, start: now, when: 'on the day of buying' });
  const titles = offer.productIds.map((id) => products.find((p) => p.id === id)?.title ?? '').filter((t) => t !== '');
  return (
    <>
      <p className="lead"><StatementText statement={statement} /> {accessSentence(price.terms, now, shop.zone, shop.locale)}</p>
      <Announced text={plainText(statement)} />
      <div className="mt-3"><KeelLine story={storyOfTerms(price.terms, titles, now, place)} name={plainText(statement)} width={width} /></div>
    </>
  );
}

/** The choice as the buyer meets it at checkout. */
export function BuyersChoice({ offer, locale }: { offer: DraftOffer; locale: string }) {
  const prices = soldPrices(offer);
  if (prices.length === 0) return <p className="text-ink-2">As soon as there is a price, it stands here as the buyer sees it.</p>;
  const money = (amount: number): string => formatAmount(amount, offer.currency, locale);
  return (
    <div className="rounded-[var(--radius)] border border-line bg-paper px-3.5 py-2.5">
      {prices.map((price, i) => (
        <div key={price.id} className="flex items-baseline justify-between gap-3 py-1">
          <span className="flex items-baseline gap-2">{prices.length > 1 && <span aria-hidden="true" className={`inline-block h-2.5 w-2.5 rounded-full border border-ink ${i === 0 ? 'bg-ink' : ''}`} />}<span dir="auto">{price.name || offer.title}</span></span>
          <span className="whitespace-nowrap">{price.usual !== null && <s className="cap mr-1.5">{money(price.usual)}</s>}<b>{price.terms.kind === 'free' ? 'free' : dueAtStart(price.terms) === 0 ? 'nothing today' : `${money(dueAtStart(price.terms))} today`}</b></span>
        </div>
      ))}
    </div>
  );
}
