import { useState } from 'react';
import { accessInWords, countryName, type DraftOffer, openedBy, openedFrom, type Price } from '#core/catalogue';
import type { Instant } from '#core/calendar';
import { storyOfTerms } from '#core/drawing';
import { formatAmount } from '#core/money';
import { comparedWithOnce, dueAtStart, isLasting, paymentsOf, plainText, shortTerms, statementOf } from '#core/terms';
import { KeelLine } from '../../ui/KeelLine';
import { StatementText } from '../../ui/Money';
import type { Draft } from '../data/draft';
import { Announced } from './Announced';
import { useAssumedCharge, withSending } from './assumption';
import { ChoiceFill } from './Fill';
import { pricesForAll, soldPrices } from './soldPrices';
import { priceWords } from '#say/price';
const say = priceWords.outcome;

const SPANS = [
  ['13', say.months],
  ['24', say.years],
  ['60', say.years2],
  ['120', say.years3],
] as const;

/** What one price leads to: the statement, the keel line, and how it stands beside paying at once. */
export function PriceOutcome({
  draft,
  offer,
  price,
  now,
  width,
}: {
  draft: Draft;
  offer: DraftOffer;
  price: Price;
  now: Instant;
  width: number;
}) {
  const { shop, products } = draft.content;
  const [span, setSpan] = useState<(typeof SPANS)[number][0]>('13');
  const place = { currency: offer.currency, zone: shop.zone, locale: shop.locale };
  const { sentTo, ...assumed } = useAssumedCharge(draft.content)(price, offer);
  const statement = statementOf(price.terms, {
    ...place,
    start: now,
    when: 'on the day of buying',
    ...assumed,
  });
  const endless = isLasting(price.terms) && paymentsOf(price.terms) === null;
  const opened = openedBy(products, offer.productIds).flatMap((id) => products.filter((p) => p.id === id));
  return (
    <>
      <p className="lead" data-testid="statement">
        <StatementText statement={statement} />{' '}
        {accessInWords(price.terms, opened, { start: now, zone: shop.zone, locale: shop.locale })}
      </p>
      {sentTo !== null && <p className="cap">{say.sentTo(countryName(sentTo, shop.locale))}</p>}
      <Announced text={plainText(statement)} />
      <BesideOnce offer={offer} price={price} locale={shop.locale} />
      <div className="mt-3">
        <KeelLine
          story={storyOfTerms(price.terms, openedFrom(opened, now, { ...place, products }), now, place, {
            charged: withSending(assumed, now),
            months: Number(span),
          })}
          name={plainText(statement)}
          width={width}
        />
      </div>
      {endless && (
        <p className="cap">
          {say.shownFor} <ChoiceFill label={say.periodShown} value={span} choices={SPANS} onChange={setSpan} />
        </p>
      )}
    </>
  );
}

/** A plan is always compared with paying in full: how much more it costs, in money and percent. */
function BesideOnce({ offer, price, locale }: { offer: DraftOffer; price: Price; locale: string }) {
  const once = soldPrices(offer).find((p) => p.terms.kind === 'once');
  if (price.terms.kind !== 'plan' || once?.terms.kind !== 'once') return null;
  const { more, perMille } = comparedWithOnce(price.terms, once.terms.amount);
  const money = formatAmount(Math.abs(more), offer.currency, locale);
  const percent = `${(Math.abs(perMille) / 10).toFixed(1)} %`;
  return (
    <p className="mt-2 text-ink-2" data-testid="beside-once">
      {more === 0 ? say.sameTotalAsPaying : say.thanPayingOnce(money, percent, more)}
      {once.name ? `, “${once.name}”` : ''}.
    </p>
  );
}

/** The choice as the buyer meets it at checkout. */
export function BuyersChoice({ offer, locale }: { offer: DraftOffer; locale: string }) {
  const prices = pricesForAll(offer);
  if (prices.length === 0) return <p className="text-ink-2">{say.asSoonAsThere}</p>;
  const money = (amount: number): string => formatAmount(amount, offer.currency, locale);
  const today = ({ terms }: Price): string =>
    terms.kind === 'free' ? 'free' : dueAtStart(terms) === 0 ? say.nothingToday : say.today(money(dueAtStart(terms)));
  return (
    <div className="rounded-[var(--radius)] border border-line bg-paper px-3.5 py-2.5">
      {prices.map((price, i) => (
        <div key={price.id} className="flex items-baseline justify-between gap-3 py-1">
          <span className="flex items-baseline gap-2">
            {prices.length > 1 && (
              <span
                aria-hidden="true"
                className={`inline-block h-2.5 w-2.5 rounded-full border border-ink ${i === 0 ? 'bg-ink' : ''}`}
              />
            )}
            <span dir="auto">
              {price.name || offer.title}
              {isLasting(price.terms) && (
                <span className="cap block">{shortTerms(price.terms, offer.currency, locale)}</span>
              )}
            </span>
          </span>
          <span className="whitespace-nowrap">
            {price.usual !== null && <s className="cap mr-1.5">{money(price.usual)}</s>}
            <b>{today(price)}</b>
          </span>
        </div>
      ))}
    </div>
  );
}
