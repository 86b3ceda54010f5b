import {
  besidePeriod,
  isSent,
  paymentFor,
  quantityOf,
  type Quote,
  replacedIn,
  taxRuleFor,
  timesQuantity,
  withTax,
} from '#core/checkout';
import { dateIn, formatDay, type Instant } from '#core/calendar';
import { layoutKeelLine, storyOfAll, storyOfTerms } from '#core/drawing';
import { countryName, openedFrom, type Opened } from '#core/catalogue';
import { formatAmount, sum } from '#core/money';
import type { Release } from '#core/release';
import { offersReplaced } from '#core/shop';
import {
  type Due,
  firstAnchor,
  isLasting,
  oftenInWords,
  paymentsOf,
  plainText,
  statementOf,
  statementOfRest,
} from '#core/terms';
import { type Words } from '#core/words';
import type { CheckoutPrice } from '../../wire';
import type { PageReading } from './reading';

/** What the small drawing at checkout is laid out for. */
const DRAWING_WIDTH = 320;
/** Up to so many later payments are named one by one. */
const NAMED_ONE_BY_ONE = 3;

type Line = Quote['lines'][number];

/** What a due of a line comes to: the computation that charges. */
function chargedFor(
  { live }: Pick<PageReading, 'live'>,
  quote: Quote,
  line: Line,
): { charged: (due: Due) => number; beside: (due: Due) => { fee: number; setUp: number } } {
  const tax = live?.content.shop.tax ?? null;
  const buyer = { country: quote.buyer?.country ?? null, reverse: quote.buyer?.reverse ?? false };
  const ruleAt = (at: Instant) => taxRuleFor(tax, buyer, at, quote.zone);
  const paid = (due: Due) => paymentFor(timesQuantity(due, quantityOf(line)), line, ruleAt(due.at));
  return { charged: (due) => paid(due).amount, beside: (due) => besidePeriod(paid(due), ruleAt(due.at)) };
}

/** What sending costs beside the day's payment; what each payment has of its own is in its charge. */
const onceSent = ({ sending }: Line): number => (sending && !sending.each ? sending.fee : 0);

/** The parcels that each payment brings, and what sending them costs with tax. */
function parcelsOf(
  { live, now }: Pick<PageReading, 'live' | 'now'>,
  quote: Quote,
  { sending }: Line,
): { count: number; sending: number } | null {
  if (!sending?.each) return null;
  const buyer = { country: quote.buyer?.country ?? null, reverse: quote.buyer?.reverse ?? false };
  const rule = taxRuleFor(live?.content.shop.tax ?? null, buyer, now, quote.zone);
  return { count: sending.each.parcels, sending: withTax(sending.each.fee, rule).amount };
}

/** The plain sentences of one line, over the schedule that charges. */
export const statementOfLine = (reading: PageReading, quote: Quote, line: Line): string =>
  plainText(
    statementOf(line.terms, {
      currency: quote.currency,
      zone: quote.zone,
      locale: reading.locale,
      start: reading.now,
      when: 'today',
      ...chargedFor(reading, quote, line),
      sending: onceSent(line),
      parcels: parcelsOf(reading, quote, line),
      cheaperUntil: line.coupon?.payments ?? 0,
    }),
  );

/** The small drawing of everything a quote leads to; null where nothing comes later. */
export function drawingOf(reading: PageReading, release: Release, quote: Quote): CheckoutPrice['layout'] {
  if (quote.lines.every((line) => !isLasting(line.terms))) return null;
  const place = { currency: quote.currency, zone: quote.zone, locale: reading.locale };
  const stories = quote.lines.map((line) => {
    const { charged } = chargedFor(reading, quote, line);
    return storyOfTerms(line.terms, openedOf(reading, release, line), reading.now, place, {
      word: 'today',
      charged: (due) => charged(due) + (due.at === reading.now ? onceSent(line) : 0),
    });
  });
  return layoutKeelLine(storyOfAll(stories), DRAWING_WIDTH, { small: true });
}

const openedOf = ({ now, locale }: PageReading, { content }: Release, line: Line): Opened[] =>
  openedFrom(
    line.productIds.flatMap((id) => content.products.filter((p) => p.id === id)),
    now,
    { products: content.products, zone: content.shop.zone, locale },
  );

/** Of what is due today, how much is tax: one rate, for it is that of the buyer's country. */
export function taxInWords({ live, now, locale, words }: PageReading, quote: Quote): string | null {
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
export function laterOf(reading: PageReading, quote: Quote, line: Line): { later: string; words: string } {
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
        ...chargedFor(reading, quote, line),
        parcels: parcelsOf(reading, quote, line),
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
export function couponInWords(
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

/** What sending costs of all lines together, and where to. */
export function sendingInWords(
  { locale, words }: PageReading,
  release: Release,
  { lines, currency }: Quote,
): CheckoutPrice['sending'] {
  const say = words.pages.checkout;
  if (lines.some((line) => !line.sending && isSent(release, line.productIds)))
    return { country: '', said: say.sendingAsked };
  const sent = lines.flatMap(({ sending }) => sending ?? []);
  const [first] = sent;
  if (!first) return null;
  const fee = formatAmount(sum(sent.map((one) => one.fee)), currency, locale);
  return { country: first.country, said: say.sending(fee, countryName(first.country, locale)) };
}

/**
 * What a quote replaces. With proof of who buys it is what unused days pay; else the same is said to everybody, because
 * who has such a subscription is not known before they have signed in.
 */
export function replacedInWords(
  { locale, words }: PageReading,
  release: Release,
  quote: Quote,
): CheckoutPrice['credit'] {
  const say = words.pages.checkout;
  const replaced = replacedIn(quote);
  const [credit, used] = [sum(replaced.map((r) => r.credit)), sum(replaced.map((r) => r.used))];
  const money = (amount: number): string => formatAmount(amount, quote.currency, locale);
  if (credit > 0) return say.credit(money(used), credit > used ? money(credit - used) : null);
  if (replaced.length > 0) return say.replaces;
  const charged = quote.lines.filter(({ dueToday }) => dueToday > 0);
  const offers = new Set(charged.flatMap((line) => offersReplaced(release, line)));
  return offers.size > 0 ? say.takesPlace([...offers].map(({ title }) => title)) : null;
}
