import { createHash } from 'node:crypto';
import {
  countriesByName,
  describeContents,
  type Offer,
  type Price,
  saleState,
  type ShopDetails,
} from '#core/catalogue';
import {
  paymentFor,
  type Quote,
  quoteFingerprint,
  quoteFor,
  type QuoteChoice,
  type QuoteRefusal,
  stillRises,
  taxRuleFor,
} from '#core/checkout';
import { addMs, dateIn, formatDay, formatTime, type Instant, MINUTE } from '#core/calendar';
import { layoutKeelLine, storyOfTerms } from '#core/drawing';
import { formatAmount, sum } from '#core/money';
import type { Page } from '#core/pages';
import type { Path } from '#core/paths';
import type { Release } from '#core/release';
import { standingOf } from '#core/shop';
import {
  accessSentence,
  type Due,
  firstAnchor,
  isLasting,
  oftenInWords,
  paymentsOf,
  plainText,
  statementOf,
  statementOfRest,
  type Terms,
} from '#core/terms';
import { languageOf, refusalInWords, type Words, wordsFor } from '#core/words';
import type { OfferId, PersonId, PriceId } from '#core/ids';
import type { CheckoutData, CheckoutPrice, CheckoutState, QuoteAnswer } from '../../wire';
import type { Reading } from '../shared/reading';
import type { Visit } from './visit';

/** The hash a browser carries back: what it was shown, in 64 letters that say nothing by themselves. */
export const fingerprintHash = (text: string): string => createHash('sha256').update(text).digest('hex');

/** Who looks, and what they chose beside a price. */
export interface Looking {
  visit: Pick<Visit, 'at' | 'sold'>;
  coupon?: string | undefined;
  country?: string | undefined;
  vatNumber?: string | undefined;
  /** Known once somebody has signed in, or has typed the address they pay with. */
  personId?: PersonId | undefined;
  signedIn?: boolean;
}

/** What the small drawing at checkout is laid out for. */
const DRAWING_WIDTH = 320;
/** Up to so many later payments are named one by one. */
const NAMED_ONE_BY_ONE = 3;

/** Every price of a path's offer with the quote it would have now; what stands against the coupon or number is said once. */
export function checkoutPrices(reading: Reading, release: Release, path: Path, looking: Looking): QuoteAnswer {
  const offer = release.content.offers.find((o) => o.id === path.offerId);
  const wrong: { coupon?: string; vatNumber?: string } = {};
  const prices = (offer?.prices ?? []).flatMap((price) => {
    const quoted = quoteWith(reading, release, { offerId: path.offerId, priceId: price.id }, looking);
    if (quoted.refused.coupon) wrong.coupon = quoted.refused.coupon;
    if (quoted.refused.vatNumber) wrong.vatNumber = quoted.refused.vatNumber;
    return quoted.quote ? [priceOf(reading, release, quoted.quote, price, looking.visit.at)] : [];
  });
  return { prices, wrong };
}

/** A quote; a coupon or number that does not work is left out and said, so that the price is still seen. */
function quoteWith(
  { state, live, now, locale }: Reading,
  release: Release,
  price: { offerId: OfferId; priceId: PriceId },
  looking: Looking,
): { quote: Quote | null; refused: { coupon?: string; vatNumber?: string } } {
  const { visit, personId, signedIn = false } = looking;
  const soldAtStart = visit.sold?.[price.priceId];
  const standing = standingOf(
    state,
    {
      ...price,
      startedAt: visit.at,
      ...(personId === undefined ? {} : { personId }),
      signedIn,
      ...(soldAtStart === undefined ? {} : { soldAtStart }),
    },
    { now, release: live },
  );
  const choice: QuoteChoice = {
    ...price,
    coupon: looking.coupon,
    country: looking.country,
    vatNumber: looking.vatNumber,
  };
  const refused: { coupon?: string; vatNumber?: string } = {};
  for (;;) {
    const quote: Quote | QuoteRefusal = quoteFor(release, choice, now, standing);
    if (!('refused' in quote)) return { quote, refused };
    const said = beside(quote, locale);
    if (quote.refused === 'coupon' && choice.coupon) {
      refused.coupon = said;
      delete choice.coupon;
    } else if (quote.refused === 'vat-number' && choice.vatNumber) {
      refused.vatNumber = said;
      delete choice.vatNumber;
    } else return { quote: null, refused };
  }
}

function priceOf(
  { live, now, locale, words, shop: shopNow }: Reading,
  release: Release,
  quote: Quote,
  { usual, rise }: Pick<Price, 'usual' | 'rise'>,
  began: Instant,
): CheckoutPrice {
  const { shop, products } = release.content;
  const [line] = quote.lines;
  if (!line) throw new Error('A quote has a line');
  const { terms, coupon } = line;
  const place = { currency: quote.currency, zone: shop.zone, locale };
  const money = (amount: number): string => formatAmount(amount, quote.currency, locale);
  const tax = live?.content.shop.tax ?? null;
  const buyer = { country: quote.buyer?.country ?? null, reverse: quote.buyer?.reverse ?? false };
  const charged = (due: Due): number =>
    paymentFor(due, coupon ?? null, taxRuleFor(tax, buyer, due.at, shop.zone)).amount;
  const cheaperUntil = coupon?.payments ?? 0;
  const titles = line.productIds.map((id) => products.find((p) => p.id === id)?.title ?? '').filter((t) => t !== '');
  const rule = taxRuleFor(tax, buyer, now, shop.zone);
  return {
    id: line.priceId,
    name: line.priceName,
    usual: usual === null ? null : money(usual),
    dueToday: money(quote.dueToday),
    today: quote.dueToday > 0,
    free: terms.kind === 'free' || (quote.dueToday === 0 && !isLasting(terms)),
    lasting: isLasting(terms),
    statement: plainText(statementOf(terms, { ...place, start: now, when: 'today', charged, cheaperUntil })),
    access: accessSentence(terms, now, shop.zone, locale),
    ends:
      terms.kind !== 'free' &&
      terms.kind !== 'subscription' &&
      (terms.access ?? { kind: 'forever' }).kind !== 'forever',
    statementText: quote.statement ?? shop.cardStatement,
    ...laterOf(terms, quote, place, charged, cheaperUntil, now),
    coupon: coupon ? couponInWords(words, coupon, money, locale) : null,
    tax:
      rule.how === 'none' || line.dueToday === 0
        ? null
        : rule.reverse
          ? words.pages.checkout.reverse
          : line.tax === 0
            ? null
            : words.pages.checkout.ofWhichTax(money(line.tax), (rule.rate / 100).toLocaleString(locale)),
    kept: !stillRises(terms, rise)
      ? null
      : words.pages.checkout.kept(formatTime(addMs(began, shopNow.billing.quoteMinutes * MINUTE), shop.zone, locale)),
    credit:
      quote.replaces && quote.replaces.credit > 0
        ? words.pages.checkout.credit(
            money(quote.replaces.used),
            quote.replaces.credit > quote.replaces.used ? money(quote.replaces.credit - quote.replaces.used) : null,
          )
        : quote.replaces
          ? words.pages.checkout.replaces
          : null,
    layout: isLasting(terms)
      ? layoutKeelLine(storyOfTerms(terms, titles, now, place, { word: 'today', charged }), DRAWING_WIDTH, {
          small: true,
        })
      : null,
    shown: fingerprintHash(quoteFingerprint(quote)),
  };
}

/** What comes after today: the sum or the rate, and the days. */
function laterOf(
  terms: Terms,
  quote: Quote,
  place: { currency: string; zone: string; locale: string },
  charged: (due: Due) => number,
  cheaperUntil: number,
  now: Instant,
): { later: string; laterWords: string } {
  const money = (amount: number): string => formatAmount(amount, place.currency, place.locale);
  const say = wordsFor(place.locale).pages.checkout;
  if (!isLasting(terms)) return { later: say.nothingLater, laterWords: '' };
  const dues = quote.dueLater;
  const last = paymentsOf(terms);
  const sameYear = (at: Instant): boolean => dateIn(at, place.zone).slice(0, 4) === dateIn(now, place.zone).slice(0, 4);
  const day = (at: Instant): string => formatDay(at, place.zone, place.locale, { year: !sameYear(at) });
  const rest = (): string =>
    plainText(
      statementOfRest(terms, firstAnchor(terms, now, place.zone), terms.trial ? 1 : 2, {
        ...place,
        charged,
        cheaperUntil,
        trialUntil: terms.trial ? firstAnchor(terms, now, place.zone).at : null,
      }),
    );
  if (last !== null && terms.kind === 'plan') {
    const whole = money(sum(dues.map((d) => d.amount)));
    return {
      later: whole,
      laterWords:
        dues.length <= NAMED_ONE_BY_ONE
          ? say.sameCard(dues.map((d) => say.onDay(money(d.amount), day(d.at))).join(', '))
          : rest(),
    };
  }
  const steady = dues.at(-1)?.amount ?? 0;
  return { later: `${money(steady)} ${oftenInWords(terms.every, place.locale)}`, laterWords: rest() };
}

const couponInWords = (
  words: Words,
  coupon: NonNullable<Quote['lines'][number]['coupon']>,
  money: (amount: number) => string,
  locale: string,
): string =>
  words.pages.checkout.coupon(
    coupon.code,
    coupon.rate === undefined ? money(coupon.amount ?? 0) : `${(coupon.rate / 100).toLocaleString(locale)} %`,
    coupon.payments,
  );

/** What is said beside a field, where that nothing was charged goes without saying. */
function beside(refusal: QuoteRefusal, locale: string): string {
  const safe = wordsFor(locale).card.nothingCharged;
  const sentence = refusalInWords(refusal, locale);
  return sentence.endsWith(` ${safe}`) ? sentence.slice(0, -safe.length - 1) : sentence;
}

export function checkoutDataFor(
  reading: Reading,
  release: Release,
  path: Path,
  page: Page,
  state: CheckoutState,
  { sampleCards, ...looking }: Looking & { sampleCards: boolean },
): CheckoutData {
  const { shop, products, offers } = release.content;
  const { locale } = reading;
  const offer = offers.find((o) => o.id === path.offerId);
  const headline = page.blocks.find((b) => b.kind === 'headline');
  const block = page.blocks.find((b) => b.kind === 'checkout');
  const live = reading.live?.content;
  const taxed = live?.shop.tax && live.shop.tax.how !== 'none' ? live.shop.tax : null;
  // Until the buyer says otherwise they are where the shop is; what is shown and what is sent agree on that.
  const { prices } = checkoutPrices(reading, release, path, { ...looking, country: looking.country ?? taxed?.home });
  return {
    pathId: path.id,
    chosen: '',
    whole: true,
    language: languageOf(locale),
    title: offer?.title ?? '',
    heading: headline?.text.trim() ? headline.text : (offer?.title ?? ''),
    under: headline?.under ?? '',
    prices,
    coupons: (live?.coupons ?? []).some((c) => c.on && (c.offerIds === null || c.offerIds.includes(path.offerId))),
    countries: taxed ? countriesByName(taxed, locale) : [],
    country: taxed?.home ?? '',
    closed: prices.length > 0 || !offer ? '' : closedSentence(offer, reading, shop),
    things: (offer?.productIds ?? [])
      .flatMap((id) => products.filter((p) => p.id === id))
      .map((p) => ({ title: p.title, files: describeContents(p, locale) })),
    state,
    cardService: '/standin/payments',
    sampleCards,
    shopName: shop.name,
    button: block?.button ?? '',
    note: block?.note ?? '',
  };
}

/** Why none of an offer's prices can be bought, for the buyer who came for it. */
function closedSentence(offer: Offer, { now, locale, words }: Reading, shop: ShopDetails): string {
  const say = words.pages.checkout;
  const states = offer.prices.map((price) => saleState(price, now, shop.zone));
  const opens = states.flatMap((s) => (s.state === 'not-yet' ? [s.opensAt] : [])).sort()[0];
  if (opens !== undefined) return say.opensLater(formatDay(opens, shop.zone, locale));
  return states.some((s) => s.state === 'open') ? say.soldOut : say.over;
}
