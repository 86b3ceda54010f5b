import type { DraftOffer } from '#core/catalogue';
import { DAY, msOf } from '#core/calendar';
import { storyOfTerms } from '#core/drawing';
import { plainText, shortTerms, statementOf } from '#core/terms';
import { KeelLine } from '../../ui/KeelLine';
import type { Draft } from '../data/draft';
import { useAssumption } from './assumption';
import { soldPrices } from './outcome';

const SHORTEST = 30 * DAY;

/** Several prices on one scale of time and of money. */
export function SideBySide({ draft, offer }: { draft: Draft; offer: DraftOffer }) {
  const { start, day } = useAssumption(draft.content.shop);
  const prices = soldPrices(offer);
  if (prices.length < 2) return null;
  const { shop, products } = draft.content;
  const place = { currency: offer.currency, zone: shop.zone, locale: shop.locale };
  const titles = offer.productIds.map((id) => products.find((p) => p.id === id)?.title ?? '');
  const stories = prices.map((p) => storyOfTerms(p.terms, titles, start, place));
  const largest = Math.max(1, ...stories.flatMap((s) => s.money.map((m) => m.amount)));
  const span = Math.max(SHORTEST, ...stories.flatMap((s) => [...s.money.map((m) => m.at), ...s.access.flatMap((a) => (a.until === null ? [] : [a.until]))].map((at) => msOf(at) - msOf(start))));
  return (
    <section className="sec">
      <div className="flex items-baseline justify-between"><h3>Side by side</h3><span className="cap">a buyer who buys on {day}</span></div>
      <table className="mt-1 w-full text-ink-2"><tbody>
        {prices.map((p, i) => {
          const story = stories[i];
          return <tr key={p.id}><td className="w-28 pr-2" dir="auto">{p.name || 'Price'}</td><td>{story && <KeelLine story={story} small decorative name={plainText(statementOf(p.terms, { ...place, start, when: 'today' }))} width={380} largest={largest} span={span} />}</td><td className="text-right font-semibold text-money">{shortTerms(p.terms, offer.currency, shop.locale)}</td></tr>;
        })}
      </tbody></table>
    </section>
  );
}
