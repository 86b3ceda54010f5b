import { quoteFingerprint, type Quote } from '#core/checkout';
import { accessInWords, describeContents, sentCountries } from '#core/catalogue';
import { formatAmount } from '#core/money';
import type { Release } from '#core/release';
import { isLasting, shortTerms } from '#core/terms';
import { languageOf } from '#core/words';
import type { Means } from '#core/ways';
import type { OfferId, PathId, PriceId, StepId } from '#core/ids';
import type { CheckoutState, OfferData } from '../../wire';
import type { PageReading } from './reading';
import { drawingOf, replacedInWords, sendingInWords, statementOfLine, taxInWords } from './quoteInWords';

/** What an offer after payment shows: its sum, what comes later, and two buttons alike in reach. */
export function offerDataFor(
  reading: PageReading,
  of: {
    release: Release;
    pathId: PathId;
    card: Means | null;
    step: StepId;
    quote: Quote;
    state: CheckoutState;
    /** Whether the order does not say where anything is sent. */
    asksAddress: boolean;
    /** Every price that it can be taken at. */
    prices?: readonly PriceId[];
  },
): OfferData {
  const { release, card, quote } = of;
  const { locale, now, words } = reading;
  const [line] = quote.lines;
  if (!line) throw new Error('A quote has a line');
  const say = words.checkout.offer;
  const amount = formatAmount(quote.dueToday, quote.currency, locale);
  const lasting = isLasting(line.terms);
  const cardNeeded = card === null && (quote.dueToday > 0 || lasting);
  const opened = line.productIds.flatMap((id) => release.content.products.filter((p) => p.id === id));
  return {
    pathId: of.pathId,
    stepId: of.step,
    language: languageOf(locale),
    title: line.priceName === '' ? line.title : `${line.title}, ${line.priceName}`,
    things: opened.map((p) => ({ title: p.title, files: describeContents(p, locale) })),
    dueToday: amount,
    statement: statementOfLine(reading, quote, line),
    access: accessInWords(line.terms, opened, { start: now, zone: quote.zone, locale }),
    tax: taxInWords(reading, quote),
    credit: replacedInWords(reading, release, quote),
    sending: of.asksAddress ? addressToAsk(reading, release, quote, line) : null,
    layout: drawingOf(reading, release, quote),
    priceId: line.priceId,
    choices: choicesOf(reading, release, line.offerId, of.prices ?? []),
    yes: quote.dueToday === 0 ? say.yesFree : card ? say.yes(amount, card) : say.yesCard(amount),
    no: say.no,
    cardNeeded,
    state: of.state,
    shown: reading.fingerprint(quoteFingerprint(quote)),
    cardService: reading.cards.service,
    sampleCards: reading.cards.samples,
  };
}

/** What is asked where it is sent by post, and nobody has said where to. */
function addressToAsk(
  reading: PageReading,
  release: Release,
  quote: Quote,
  { offerId, priceId }: Quote['lines'][number],
): OfferData['sending'] {
  const sending = sendingInWords(reading, release, quote);
  const price = release.content.offers.find((o) => o.id === offerId)?.prices.find((p) => p.id === priceId);
  const countries = sentCountries([price?.sending ?? null], release.content.shop.tax, reading.locale);
  return sending && { ...sending, countries };
}

/** Several prices to choose among, in a few words each; none where there is only one. */
function choicesOf(
  { locale }: Pick<PageReading, 'locale'>,
  { content }: Release,
  offerId: OfferId,
  prices: readonly PriceId[],
): OfferData['choices'] {
  const offer = content.offers.find((o) => o.id === offerId);
  const known = prices.flatMap((id) => offer?.prices.find((p) => p.id === id) ?? []);
  if (!offer || known.length < 2) return [];
  return known.map(({ id, name, words, terms }) => {
    const said = words ?? shortTerms(terms, offer.currency, locale);
    return { id, words: name === '' ? said : `${name}, ${said}`, href: `?price=${id}` };
  });
}
