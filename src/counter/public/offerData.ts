import { quoteFingerprint, type Quote } from '#core/checkout';
import { describeContents } from '#core/catalogue';
import { formatAmount } from '#core/money';
import type { Release } from '#core/release';
import type { OfferAfterPayment, Order } from '#core/shop';
import { accessSentence, isLasting } from '#core/terms';
import { languageOf } from '#core/words';
import type { PathId } from '#core/ids';
import type { CheckoutState, OfferData } from '../../wire';
import type { Reading } from '../shared/reading';
import { fingerprintHash } from './checkoutPrices';
import { drawingOf, statementOfLine, taxInWords } from './quoteInWords';

/** What an offer after payment shows: its sum, what comes later, and two buttons alike in reach. */
export function offerDataFor(
  reading: Reading,
  of: { release: Release; pathId: PathId; order: Order; offer: OfferAfterPayment; quote: Quote; state: CheckoutState },
): OfferData {
  const { release, order, quote } = of;
  const { locale, now, words } = reading;
  const [line] = quote.lines;
  if (!line) throw new Error('A quote has a line');
  const say = words.checkout.offer;
  const amount = formatAmount(quote.dueToday, quote.currency, locale);
  const lasting = isLasting(line.terms);
  const cardNeeded = order.card === null && (quote.dueToday > 0 || lasting);
  return {
    pathId: of.pathId,
    stepId: of.offer.step,
    language: languageOf(locale),
    title: line.priceName === '' ? line.title : `${line.title}, ${line.priceName}`,
    things: line.productIds
      .flatMap((id) => release.content.products.filter((p) => p.id === id))
      .map((p) => ({ title: p.title, files: describeContents(p, locale) })),
    dueToday: amount,
    statement: statementOfLine(reading, quote, line),
    access: accessSentence(line.terms, now, quote.zone, locale),
    tax: taxInWords(reading, quote),
    layout: drawingOf(reading, release, quote),
    yes: quote.dueToday === 0 ? say.yesFree : order.card ? say.yes(amount, order.card.last4) : say.yesCard(amount),
    no: say.no,
    cardNeeded,
    state: of.state,
    shown: fingerprintHash(quoteFingerprint(quote)),
    cardService: reading.cards.service,
    sampleCards: reading.cards.samples,
  };
}
