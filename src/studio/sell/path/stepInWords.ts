import type { DraftOffer } from '#core/catalogue';
import type { DraftContent } from '#core/documents';
import type { OfferId, PriceId } from '#core/ids';
import { mainOffers, offerAt, type Path, pricesKept, type Step, stepOf, type Target } from '#core/paths';
import { shortTerms } from '#core/terms';
import { amounts, soldPrices } from '../../price/soldPrices';
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.stepInWords;

const offerOf = ({ offers }: DraftContent, id: OfferId | undefined): DraftOffer | undefined =>
  offers.find((o) => o.id === id);

/** What a step is called where its path is drawn: the seller's own name for it, else what it shows. */
export function stepName(content: DraftContent, step: Step): string {
  if (step.note.trim() !== '') return step.note.trim();
  if (step.kind === 'checkout') {
    const own = offerOf(content, step.offerId)?.title;
    return own ? say.checkout(own) : say.checkout2;
  }
  if (step.kind === 'thanks') return say.thankYou;
  if (step.kind === 'offer') return offerOf(content, step.offer?.offerId)?.title || say.noOfferChosenYet;
  const headline = content.pages.find((p) => p.id === step.pageId)?.blocks.find((b) => b.kind === 'headline');
  return (headline?.kind === 'headline' && headline.text.trim()) || say.page;
}

/** One price in a few words: "€210.00". */
export function priceInWords(content: DraftContent, named: { offerId: OfferId; priceId: PriceId }): string {
  const offer = offerOf(content, named.offerId);
  const price = offer && soldPrices(offer).find((p) => p.id === named.priceId);
  return offer && price ? shortTerms(price.terms, offer.currency, content.shop.locale) : say.noPriceYet;
}

/** Every price for everybody that can be had at a path's checkouts, in a few words each. @param also one for few that stands here */
export function mainPrices(
  content: DraftContent,
  path: Path,
  also: PriceId | null = null,
): (readonly [PriceId, string])[] {
  const offers = content.offers.filter((o) => mainOffers(path).includes(o.id));
  return offers.flatMap((o) =>
    o.prices
      .filter((p) => !p.onlyAt || p.id === also)
      .map((p) => {
        const words = priceInWords(content, { offerId: o.id, priceId: p.id });
        const names = [offers.length > 1 ? o.title : '', p.name, words].filter((part) => part !== '');
        return [p.id, names.join(', ')] as const;
      }),
  );
}

/** What is charged at a step; empty where nothing is. */
export function chargedAt(content: DraftContent, path: Path, step: Step): string {
  if (step.kind === 'checkout') {
    const offer = offerOf(content, offerAt(path, step));
    if (!offer) return say.nothingSoldYet;
    const kept = pricesKept(path);
    const shown = offer.prices.filter((p) => !p.onlyAt && !kept.has(p.id));
    return amounts(shown.length > 0 ? { ...offer, prices: shown } : offer, content.shop.locale);
  }
  if (step.lower) return priceInWords(content, { offerId: path.offerId, priceId: step.lower.priceId });
  return step.kind === 'offer' && step.offer ? priceInWords(content, step.offer) : '';
}

/** Where a way leads, in words. */
export function targetInWords(content: DraftContent, path: Path, to: Target | null): string {
  if (!to) return say.nowhereYet;
  if (to.kind === 'elsewhere') return to.href;
  if (to.kind === 'path') {
    const other = content.paths.find((p) => p.id === to.path);
    return other ? say.thePath(other.title) : say.deletedPath;
  }
  const step = stepOf(path, to.step);
  return step ? stepName(content, step) : say.deletedStep;
}
