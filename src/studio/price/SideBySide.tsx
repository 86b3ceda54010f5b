import { type DraftOffer, openedBy, openedFrom, type Price } from '#core/catalogue';
import { DAY, msOf, nthAfter } from '#core/calendar';
import { storyOfTerms } from '#core/drawing';
import { formatAmount, sum } from '#core/money';
import { duesBefore, isLasting, paymentsOf, plainText, statementOf } from '#core/terms';
import { KeelLine } from '../../ui/KeelLine';
import type { Draft } from '../data/draft';
import { useAssumedCharge, useAssumption, withSending } from './assumption';
import { pricesForAll } from './soldPrices';
import { priceWords } from '#say/price';
const say = priceWords.sideBySide;

const SHORTEST = 30 * DAY;
/** Months after which what was paid so far is added up. */
const AFTER = [1, 6, 12, 24] as const;

/** Several prices on one scale of time and of money, with what each comes to after a while. */
export function SideBySide({ draft, offer }: { draft: Draft; offer: DraftOffer }) {
  const { shop, products } = draft.content;
  const { start, day } = useAssumption(shop);
  const assumed = useAssumedCharge(draft.content);
  const prices = pricesForAll(offer);
  if (prices.length < 2) return null;
  const place = { currency: offer.currency, zone: shop.zone, locale: shop.locale };
  const opened = openedFrom(
    openedBy(products, offer.productIds).flatMap((id) => products.filter((p) => p.id === id)),
    start,
    { ...place, products },
  );
  const chargedOf = (p: Price): ReturnType<typeof assumed> => assumed(p, offer);
  const stories = prices.map((p) =>
    storyOfTerms(p.terms, opened, start, place, { charged: withSending(chargedOf(p), start) }),
  );
  const largest = Math.max(1, ...stories.flatMap((s) => s.money.map((m) => m.amount)));
  const span = Math.max(
    SHORTEST,
    ...stories.flatMap((s) =>
      [...s.money.map((m) => m.at), ...s.access.flatMap((a) => (a.until === null ? [] : [a.until]))].map(
        (at) => msOf(at) - msOf(start),
      ),
    ),
  );
  const lasting = prices.some((p) => isLasting(p.terms));
  const paidBy = (p: Price, months: number): number =>
    sum(
      duesBefore(p.terms, start, shop.zone, nthAfter(start, { count: months, unit: 'month' }, 1, shop.zone)).map(
        withSending(chargedOf(p), start),
      ),
    );
  const money = (amount: number): string => formatAmount(amount, offer.currency, shop.locale);
  const whole = (p: Price): string =>
    isLasting(p.terms) && paymentsOf(p.terms) === null
      ? say.noEndDate
      : money(sum((stories[prices.indexOf(p)]?.money ?? []).map((m) => m.amount)));
  return (
    <section className="sec">
      <div className="flex items-baseline justify-between">
        <h3>{say.comparePrices}</h3>
        <span className="cap">{say.buyerWhoBuys(day)}</span>
      </div>
      <table className="mt-1 w-full text-ink-2">
        <tbody>
          {prices.map((p, i) => {
            const story = stories[i];
            return (
              <tr key={p.id}>
                <td className="w-28 pr-2" dir="auto">
                  {p.name || say.price}
                </td>
                <td>
                  {story && (
                    <KeelLine
                      story={story}
                      small
                      decorative
                      name={plainText(statementOf(p.terms, { ...place, start, when: 'today', ...chargedOf(p) }))}
                      width={380}
                      largest={largest}
                      span={span}
                    />
                  )}
                </td>
                <td className="text-right font-semibold text-money">{p.terms.kind === 'free' ? say.free : whole(p)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {lasting && (
        <table className="rows mt-3" aria-label={say.totalPaidOverTime}>
          <thead>
            <tr>
              <th>{say.paidAfter}</th>
              {AFTER.map((m) => (
                <th key={m} className="num">
                  {m === 1 ? say.month : say.months(m)}
                </th>
              ))}
              <th className="num !pr-0">{say.inTotal}</th>
            </tr>
          </thead>
          <tbody>
            {prices.map((p) => (
              <tr key={p.id}>
                <td dir="auto">{p.name || say.price}</td>
                {AFTER.map((m) => (
                  <td key={m} className="num text-money">
                    {money(paidBy(p, m))}
                  </td>
                ))}
                <td className="num !pr-0 text-money">{whole(p)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
