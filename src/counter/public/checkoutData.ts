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
  lineName,
  paymentFor,
  quantityOf,
  type Quote,
  quoteFingerprint,
  quoteFor,
  type QuoteRefusal,
  type Standing,
  stillRises,
  taxRuleFor,
  timesQuantity,
} from '#core/checkout';
import { addMs, dateIn, formatDay, formatTime, type Instant, MINUTE } from '#core/calendar';
import { layoutKeelLine, storyOfAll, storyOfTerms } from '#core/drawing';
import { formatAmount, formatPlain, sum } from '#core/money';
import type { Page } from '#core/pages';
import { type Extra, extrasOf, type Path } from '#core/paths';
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
} from '#core/terms';
import { languageOf, refusalInWords, type Words, wordsFor } from '#core/words';
import type { OfferId, PersonId, PriceId } from '#core/ids';
import type { CheckoutData, CheckoutExtra, CheckoutPrice, CheckoutState, QuoteAnswer } from '../../wire';
import type { Reading } from '../shared/reading';
import { cartFor, type ChosenBeside, hasAlready } from './cart';
import type { Visit } from './visit';

/** The hash a browser carries back: what it was shown, in 64 letters that say nothing by themselves. */
export const fingerprintHash = (text: string): string => createHash('sha256').update(text).digest('hex');

/** Who looks, and what they chose beside a price. */
export interface Looking extends ChosenBeside {
  visit: Pick<Visit, 'at' | 'sold'>;
  /** Known once somebody has signed in, or has typed the address they pay with. */
  personId?: PersonId | undefined;
  signedIn?: boolean;
}

/** What the small drawing at checkout is laid out for. */
const DRAWING_WIDTH = 320;
/** Up to so many later payments are named one by one. */
const NAMED_ONE_BY_ONE = 3;

type Wrong = QuoteAnswer['wrong'];

/** Every price of a path's offer with the quote it would have now; what stands against the coupon or number is said once. */
export function checkoutPrices(reading: Reading, release: Release, path: Path, looking: Looking): QuoteAnswer {
  const offer = release.content.offers.find((o) => o.id === path.offerId);
  const wrong: Wrong = {};
  const extras = extrasToOffer(reading, release, path, looking);
  const prices = (offer?.prices ?? []).flatMap((price) => {
    const quoted = quoteWith(reading, release, path, price.id, { ...looking, extras: ticked(extras, looking) });
    Object.assign(wrong, quoted.wrong);
    if (!quoted.quote) return [];
    const shown = priceOf(reading, release, quoted.quote, price, looking.visit.at);
    return [{ ...shown, extras: extrasBeside(reading, release, path, price.id, extras, looking) }];
  });
  return { prices, wrong };
}

/** Of what was ticked, what can still be had. */
const ticked = (extras: readonly Extra[], { extras: ids = [] }: Looking): string[] =>
  extras.map(({ id }) => id).filter((id) => ids.includes(id));

/** The extras of a path that this visitor can have: on sale, in its currency, and not theirs already. */
function extrasToOffer(reading: Reading, release: Release, path: Path, looking: Looking): Extra[] {
  const { personId, signedIn = false } = looking;
  const currency = release.content.offers.find((o) => o.id === path.offerId)?.currency;
  return extrasOf(path).filter((extra) => {
    if (signedIn && personId !== undefined && hasAlready(reading, release, extra, personId)) return false;
    const quote = quoteFor(release, extra, reading.now, standingFor(reading, extra, looking));
    return !('refused' in quote) && quote.currency === currency;
  });
}

/** What each extra adds to one price: worked out with it ticked, so that it says what ticking it will charge. */
function extrasBeside(
  reading: Reading,
  release: Release,
  path: Path,
  priceId: PriceId,
  extras: readonly Extra[],
  looking: Looking,
): CheckoutExtra[] {
  const on = ticked(extras, looking);
  return extras.flatMap((extra) => {
    const { quote } = quoteWith(reading, release, path, priceId, { ...looking, extras: [...on, extra.id] });
    const line = quote?.lines.slice(1).find((l) => l.priceId === extra.priceId);
    const product = release.content.products.find((p) => p.id === line?.productIds[0]);
    if (!quote || !line) return [];
    return [
      {
        id: extra.id,
        heading: extra.heading.trim() || line.title,
        text: extra.text.trim() || (product?.promise ?? ''),
        strength: extra.strength,
        statement: statementOfLine(reading, quote, line),
        ticked: on.includes(extra.id),
      },
    ];
  });
}

const standingFor = (
  { state, live, now }: Pick<Reading, 'state' | 'live' | 'now'>,
  price: { offerId: OfferId; priceId: PriceId },
  { visit, personId, signedIn = false }: Looking,
): Standing =>
  standingOf(
    state,
    {
      offerId: price.offerId,
      priceId: price.priceId,
      startedAt: visit.at,
      ...(personId === undefined ? {} : { personId }),
      signedIn,
      soldAtStart: visit.sold,
    },
    { now, release: live },
  );

/** What is left out where it does not work, so that the price is still seen. */
const LEFT_OUT: Partial<Record<QuoteRefusal['refused'], keyof Wrong>> = {
  coupon: 'coupon',
  'vat-number': 'vatNumber',
  'amount-named': 'named',
  'too-many': 'quantity',
};

/** A quote; a coupon, number or amount that does not work is left out and said. */
function quoteWith(
  reading: Reading,
  release: Release,
  path: Path,
  priceId: PriceId,
  looking: Looking,
): { quote: Quote | null; wrong: Wrong } {
  const standing = standingFor(reading, { offerId: path.offerId, priceId }, looking);
  const beside: ChosenBeside = { ...looking };
  const wrong: Wrong = {};
  for (;;) {
    const quote = quoteFor(release, cartFor(release, path, priceId, beside), reading.now, standing);
    if (!('refused' in quote)) return { quote, wrong };
    const without = LEFT_OUT[quote.refused];
    if (without === undefined || wrong[without] !== undefined || beside[without] === undefined)
      return { quote: null, wrong };
    wrong[without] = besideField(quote, reading.locale);
    delete beside[without];
  }
}

type Line = Quote['lines'][number];

/** What a due of a line comes to: the computation that charges. */
function chargedFor({ live }: Pick<Reading, 'live'>, quote: Quote, line: Line): (due: Due) => number {
  const tax = live?.content.shop.tax ?? null;
  const buyer = { country: quote.buyer?.country ?? null, reverse: quote.buyer?.reverse ?? false };
  return (due) =>
    paymentFor(timesQuantity(due, quantityOf(line)), line.coupon ?? null, taxRuleFor(tax, buyer, due.at, quote.zone))
      .amount;
}

/** The plain sentences of one line, over the schedule that charges. */
export const statementOfLine = (reading: Reading, quote: Quote, line: Line): string =>
  plainText(
    statementOf(line.terms, {
      currency: quote.currency,
      zone: quote.zone,
      locale: reading.locale,
      start: reading.now,
      when: 'today',
      charged: chargedFor(reading, quote, line),
      cheaperUntil: line.coupon?.payments ?? 0,
    }),
  );

/** The small drawing of everything a quote leads to; null where nothing comes later. */
export function drawingOf(reading: Reading, release: Release, quote: Quote): CheckoutPrice['layout'] {
  if (quote.lines.every((line) => !isLasting(line.terms))) return null;
  const place = { currency: quote.currency, zone: quote.zone, locale: reading.locale };
  const stories = quote.lines.map((line) =>
    storyOfTerms(line.terms, titlesOf(release, line), reading.now, place, {
      word: 'today',
      charged: chargedFor(reading, quote, line),
    }),
  );
  return layoutKeelLine(storyOfAll(stories), DRAWING_WIDTH, { small: true });
}

const titlesOf = ({ content }: Release, line: Line): string[] =>
  line.productIds.map((id) => content.products.find((p) => p.id === id)?.title ?? '').filter((title) => title !== '');

function priceOf(
  reading: Reading,
  release: Release,
  quote: Quote,
  price: Price,
  began: Instant,
): Omit<CheckoutPrice, 'extras'> {
  const { now, locale, words, shop: shopNow } = reading;
  const { shop } = release.content;
  const say = words.pages.checkout;
  const [line] = quote.lines;
  if (!line) throw new Error('A quote has a line');
  const { terms } = line;
  const { usual, rise } = price;
  const money = (amount: number): string => formatAmount(amount, quote.currency, locale);
  const laters = quote.lines
    .filter((l) => isLasting(l.terms))
    .map((l) => ({ name: lineName(l), ...laterOf(reading, quote, l) }));
  const lasting = laters.length > 0;
  return {
    id: line.priceId,
    name: line.priceName,
    usual: usual === null ? null : money(usual),
    dueToday: money(quote.dueToday),
    today: quote.dueToday > 0,
    free: quote.dueToday === 0 && !lasting,
    lasting,
    statement: statementOfLine(reading, quote, line),
    access: accessSentence(terms, now, shop.zone, locale),
    ends: terms.kind !== 'subscription' && (terms.access ?? { kind: 'forever' }).kind !== 'forever',
    statementText: quote.statement ?? shop.cardStatement,
    bill: quote.lines.map((l) => ({ name: lineName(l), today: money(l.dueToday) })),
    later: isLasting(terms) ? laterOf(reading, quote, line).later : say.nothingLater,
    laters: lasting ? laters : [{ name: '', later: say.nothingLater, words: '' }],
    most: terms.kind === 'once' ? (price.limit.perOrder ?? 1) : 1,
    names: namesOf(reading, quote),
    coupon: couponInWords(words, quote, money, locale),
    tax: taxInWords(reading, quote),
    kept: !stillRises(terms, rise)
      ? null
      : say.kept(formatTime(addMs(began, shopNow.billing.quoteMinutes * MINUTE), shop.zone, locale)),
    credit:
      quote.replaces && quote.replaces.credit > 0
        ? say.credit(
            money(quote.replaces.used),
            quote.replaces.credit > quote.replaces.used ? money(quote.replaces.credit - quote.replaces.used) : null,
          )
        : quote.replaces
          ? say.replaces
          : null,
    layout: drawingOf(reading, release, quote),
    shown: fingerprintHash(quoteFingerprint(quote)),
  };
}

/** Where the amount is the buyer's to name: what stands there now, and within which bounds. */
function namesOf({ locale, words }: Reading, { currency, lines }: Quote): CheckoutPrice['names'] {
  const terms = lines[0]?.terms;
  if (terms?.kind !== 'open') return null;
  const money = (amount: number): string => formatAmount(amount, currency, locale);
  return {
    value: formatPlain(terms.named ?? terms.suggested, currency),
    hint: words.pages.checkout.bounds(money(terms.least), terms.most === undefined ? null : money(terms.most)),
  };
}

/** Of what is due today, how much is tax: one rate, for it is that of the buyer's country. */
export function taxInWords({ live, now, locale, words }: Reading, quote: Quote): string | null {
  const buyer = { country: quote.buyer?.country ?? null, reverse: quote.buyer?.reverse ?? false };
  const rule = taxRuleFor(live?.content.shop.tax ?? null, buyer, now, quote.zone);
  const tax = sum(quote.lines.map((line) => line.tax));
  if (rule.how === 'none' || quote.lines.every((line) => line.dueToday === 0)) return null;
  if (rule.reverse) return words.pages.checkout.reverse;
  if (tax === 0) return null;
  return words.pages.checkout.ofWhichTax(
    formatAmount(tax, quote.currency, locale),
    (rule.rate / 100).toLocaleString(locale),
  );
}

/** What comes after today for a line that goes on: the sum or the rate, and the days. */
function laterOf(reading: Reading, quote: Quote, line: Line): { later: string; words: string } {
  const { now, locale } = reading;
  const { terms } = line;
  const place = { currency: quote.currency, zone: quote.zone, locale };
  const money = (amount: number): string => formatAmount(amount, place.currency, locale);
  const say = reading.words.pages.checkout;
  if (!isLasting(terms)) return { later: say.nothingLater, words: '' };
  const dues = quote.dueLater.filter((due) => due.lineId === line.lineId);
  const last = paymentsOf(terms);
  const sameYear = (at: Instant): boolean => dateIn(at, place.zone).slice(0, 4) === dateIn(now, place.zone).slice(0, 4);
  const day = (at: Instant): string => formatDay(at, place.zone, locale, { year: !sameYear(at) });
  const anchor = firstAnchor(terms, now, place.zone);
  const rest = (): string =>
    plainText(
      statementOfRest(terms, anchor, terms.trial ? 1 : 2, {
        ...place,
        charged: chargedFor(reading, quote, line),
        cheaperUntil: line.coupon?.payments ?? 0,
        trialUntil: terms.trial ? anchor.at : null,
      }),
    );
  if (last !== null && terms.kind === 'plan') {
    const whole = money(sum(dues.map((d) => d.amount)));
    return {
      later: whole,
      words:
        dues.length <= NAMED_ONE_BY_ONE
          ? say.sameCard(dues.map((d) => say.onDay(money(d.amount), day(d.at))).join(', '))
          : rest(),
    };
  }
  const steady = dues.at(-1)?.amount ?? 0;
  return { later: `${money(steady)} ${oftenInWords(terms.every, locale)}`, words: rest() };
}

/** What the one coupon of an order takes off: of an amount, what falls on all its lines together. */
function couponInWords(
  words: Words,
  { lines }: Quote,
  money: (amount: number) => string,
  locale: string,
): string | null {
  const coupons = lines.flatMap((line) => line.coupon ?? []);
  const [coupon] = coupons;
  if (!coupon) return null;
  const off =
    coupon.rate === undefined
      ? money(sum(coupons.map((c) => c.amount ?? 0)))
      : `${(coupon.rate / 100).toLocaleString(locale)} %`;
  return words.pages.checkout.coupon(coupon.code, off, coupon.payments);
}

/** What is said beside a field, where that nothing was charged goes without saying. */
function besideField(refusal: QuoteRefusal, locale: string): string {
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
