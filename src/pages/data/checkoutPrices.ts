import { accessInWords, describeContents, homeCountry, type Price, type Product, saleState } from '#core/catalogue';
import {
  lineName,
  type Quote,
  quoteFingerprint,
  quoteFor,
  type QuoteRefusal,
  replacedIn,
  type Standing,
  stillRises,
} from '#core/checkout';
import { addMs, formatTime, type Instant, MINUTE } from '#core/calendar';
import { formatAmount, formatPlain, sum } from '#core/money';
import type { Extra, Till } from '#core/paths';
import { waysFor } from '#core/ways';
import type { Release } from '#core/release';
import { cartFor, type ChosenBeside, hasAlready, hasOpen, standingOf } from '#core/shop';
import { isLasting } from '#core/terms';
import { refusalInWords, wordsFor } from '#core/words';
import type { CheckoutId, OfferId, PersonId, PriceId, ProductId } from '#core/ids';
import type { CheckoutExtra, CheckoutPrice, QuoteAnswer } from '../../wire';
import type { PageReading } from './reading';
import { datesToChoose, seatInWords } from './seats';
import {
  couponInWords,
  drawingOf,
  laterOf,
  replacedInWords,
  sendingInWords,
  statementOfLine,
  taxInWords,
} from './quoteInWords';

/** Who looks, and what they chose beside a price. */
export interface Looking extends ChosenBeside {
  /** When the checkout began, and the sales that rising prices had then. */
  visit: { at: Instant; sold?: Record<string, number> | undefined; checkout?: CheckoutId };
  /** To which country what is sent goes, as it was chosen. */
  sendCountry?: string | undefined;
  /** Known once somebody has signed in, or has typed the address they pay with. */
  personId?: PersonId | undefined;
  signedIn?: boolean;
}

type Wrong = QuoteAnswer['wrong'];

/** Every price that a checkout shows this visitor, with the quote it would have now; what stands against the coupon or number is said once. */
export function checkoutPrices(reading: PageReading, release: Release, till: Till, asked: Looking): QuoteAnswer {
  // Until its buyer says otherwise it is sent where their browser says they are, or where the shop is: what is shown and
  // what is sent agree on that. Where neither is known it is asked.
  const country = asked.sendCountry ?? reading.region ?? homeCountry(release.content.shop);
  const sendTo = country === null ? undefined : { country, addressKey: asked.visit.checkout ?? '' };
  const looking: Looking = { ...asked, sendTo };
  const offer = release.content.offers.find((o) => o.id === till.offerId);
  const wrong: Wrong = {};
  const extras = extrasToOffer(reading, release, till, looking);
  const prices = (offer?.prices ?? []).flatMap((price) => {
    if (!till.shows(price.id)) return [];
    const quoted = quoteWith(reading, release, till, price.id, { ...looking, extras: ticked(extras, looking) });
    Object.assign(wrong, quoted.wrong);
    if (!quoted.quote) return [];
    const ended = till.ended(price.id) || saleState(price, reading.now, release.content.shop.zone).state === 'over';
    const shown = priceOf(reading, release, quoted.quote, price, {
      offersFollow: till.offersFollow,
      began: looking.visit.at,
      ended,
      looking,
      unsaid: new Set(till.bonuses.flatMap(({ said, productId }) => (said ? [] : [productId]))),
    });
    return [{ ...shown, extras: extrasBeside(reading, release, till, price.id, extras, looking) }];
  });
  return { prices, wrong };
}

/** Of what was ticked, what can still be had. */
const ticked = (extras: readonly Extra[], { extras: ids = [] }: Looking): string[] =>
  extras.map(({ id }) => id).filter((id) => ids.includes(id));

/** The extras of a checkout that this visitor can have: on sale, in its currency, and not theirs already. */
function extrasToOffer(reading: PageReading, release: Release, till: Till, looking: Looking): Extra[] {
  const { personId, signedIn = false } = looking;
  const currency = release.content.offers.find((o) => o.id === till.offerId)?.currency;
  return till.extras.filter((extra) => {
    if (signedIn && personId !== undefined && hasAlready(reading, release, extra, personId)) return false;
    const quote = quoteFor(release, extra, reading.now, standingFor(reading, extra, looking));
    return !('refused' in quote) && quote.currency === currency;
  });
}

/** What each extra adds to one price: worked out with it ticked, so that it says what ticking it will charge. */
function extrasBeside(
  reading: PageReading,
  release: Release,
  till: Till,
  priceId: PriceId,
  extras: readonly Extra[],
  looking: Looking,
): CheckoutExtra[] {
  const on = ticked(extras, looking);
  return extras.flatMap((extra) => {
    const { quote } = quoteWith(reading, release, till, priceId, { ...looking, extras: [...on, extra.id] });
    const line = quote?.lines.slice(1).find((l) => l.priceId === extra.priceId);
    const product = release.content.products.find((p) => p.id === line?.productIds[0]);
    if (!quote || !line) return [];
    return [
      {
        id: extra.id,
        heading: extra.heading.trim() || line.title,
        text: extra.text.trim() || (product?.promise ?? ''),
        strength: extra.strength,
        look: extra.look ?? 'button',
        place: extra.place ?? 'above',
        picture:
          extra.picture && product?.picture
            ? { src: reading.pictureUrl(product.picture.file), alt: product.picture.alt }
            : null,
        statement: statementOfLine(reading, quote, line),
        ticked: on.includes(extra.id),
      },
    ];
  });
}

const standingFor = (
  { state, live, now }: Pick<PageReading, 'state' | 'live' | 'now'>,
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
  'seat-gone': 'dates',
};

/** A quote; a coupon, number or amount that does not work is left out and said. */
function quoteWith(
  reading: PageReading,
  release: Release,
  till: Till,
  priceId: PriceId,
  looking: Looking,
): { quote: Quote | null; wrong: Wrong } {
  const standing = standingFor(reading, { offerId: till.offerId, priceId }, looking);
  const beside: ChosenBeside = { ...looking };
  const wrong: Wrong = {};
  for (;;) {
    const quote = quoteFor(release, cartFor(release, till, priceId, beside), reading.now, standing);
    if (!('refused' in quote)) return { quote, wrong };
    // Not sent to where somebody seems to be: they choose another country.
    if (quote.refused === 'not-sent-there' && beside.sendTo) {
      delete beside.sendTo;
      continue;
    }
    const without = LEFT_OUT[quote.refused];
    if (without === undefined || wrong[without] !== undefined || beside[without] === undefined)
      return { quote: null, wrong };
    wrong[without] = besideField(quote, reading.locale);
    delete beside[without];
  }
}

function priceOf(
  reading: PageReading,
  release: Release,
  quote: Quote,
  price: Price,
  /** When the checkout began, whether whoever begins now would not have this price, and what is a surprise. */
  {
    began,
    ended,
    unsaid,
    offersFollow,
    looking,
  }: { began: Instant; ended: boolean; unsaid: ReadonlySet<ProductId>; offersFollow: boolean; looking: Looking },
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
    ways: waysFor(reading.ways, { later: lasting || offersFollow }),
    statement: statementOfLine(reading, quote, line),
    access: accessInWords(terms, openedIn(release, quote), { start: now, zone: shop.zone, locale }),
    ends: terms.kind !== 'subscription' && (terms.access ?? { kind: 'forever' }).kind !== 'forever',
    statementText: quote.statement ?? shop.cardStatement,
    bill: quote.lines.map((l) => ({
      name: lineName(l),
      today: money(l.dueToday),
      dates: (l.seats ?? []).map((seat) => seatInWords(seat, reading)),
    })),
    seats: datesToChoose(reading, release, quote),
    sending: sendingInWords(reading, release, quote),
    later: isLasting(terms) ? laterOf(reading, quote, line).later : say.nothingLater,
    laters: lasting ? laters : [{ name: '', later: say.nothingLater, words: '' }],
    opens: openedBy(release, quote, locale, unsaid),
    most: terms.kind === 'once' ? (price.limit.perOrder ?? 1) : 1,
    names: namesOf(reading, quote),
    coupon: couponInWords(words, quote, money, locale),
    tax: taxInWords(reading, quote),
    kept:
      ended || stillRises(terms, rise)
        ? say.kept(formatTime(addMs(began, shopNow.billing.quoteMinutes * MINUTE), shop.zone, locale), ended)
        : null,
    credit: replacedInWords(reading, release, quote),
    signIn: !looking.signedIn && price.owned.length > 0 ? say.signInForLess : null,
    owned: ownedInWords(reading, release, quote, looking),
    layout: drawingOf(reading, release, quote),
    shown: reading.fingerprint(quoteFingerprint(quote)),
  };
}

/** The products that passes will be opened to, each once. */
const openedIn = ({ content }: Pick<Release, 'content'>, { lines }: Pick<Quote, 'lines'>): Product[] =>
  [...new Set(lines.flatMap((line) => line.productIds))].flatMap((id) => content.products.filter((p) => p.id === id));

/** What paying opens: each thing once, whichever lines bring it. */
const openedBy = (
  { content }: Release,
  { lines }: Quote,
  locale: string,
  unsaid: ReadonlySet<ProductId>,
): CheckoutPrice['opens'] =>
  openedIn({ content }, { lines })
    .filter(({ id }) => !unsaid.has(id))
    .map((p) => ({ title: p.title, files: describeContents(p, locale) }));

/** What of it is theirs already, said to nobody who is not signed in, and what is off for that. */
function ownedInWords(
  { state, now, locale, words }: PageReading,
  release: Release,
  quote: Quote,
  { personId, signedIn = false }: Looking,
): string | null {
  if (personId === undefined || !signedIn || replacedIn(quote).length > 0) return null;
  const had = openedIn(release, quote).filter(({ id }) => hasOpen({ state, now }, personId, id));
  if (had.length === 0) return null;
  const off = sum(quote.lines.map((line) => line.owned?.amount ?? 0));
  const later = quote.lines.some((line) => line.owned && isLasting(line.terms) && line.terms.trial);
  return words.pages.checkout.owned(
    new Intl.ListFormat(locale).format(had.map(({ title }) => title)),
    off === 0 ? null : formatAmount(off, quote.currency, locale),
    later,
  );
}

/** Where the amount is the buyer's to name: what stands there now, and within which bounds. */
function namesOf({ locale, words }: PageReading, { currency, lines }: Quote): CheckoutPrice['names'] {
  const terms = lines[0]?.terms;
  if (terms?.kind !== 'open') return null;
  const money = (amount: number): string => formatAmount(amount, currency, locale);
  return {
    value: formatPlain(terms.named ?? terms.suggested, currency),
    hint: words.pages.checkout.bounds(money(terms.least), terms.most === undefined ? null : money(terms.most)),
  };
}

/** What is said beside a field, where that nothing was charged goes without saying. */
function besideField(refusal: QuoteRefusal, locale: string): string {
  const safe = wordsFor(locale).card.nothingCharged;
  const sentence = refusalInWords(refusal, locale);
  return sentence.endsWith(` ${safe}`) ? sentence.slice(0, -safe.length - 1) : sentence;
}
