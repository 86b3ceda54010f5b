import type { SeatBought } from '#core/booking';
import { type Instant } from '#core/calendar';
import { openedBy, type Coupon, type Offer, type Price, saleState } from '#core/catalogue';
import { sum } from '#core/money';
import type { ProductId } from '#core/ids';
import { refuse, type RefusalOf } from '#core/refusal';
import type { Release } from '#core/release';
import { accessUntil, type Due, firstDues, isLasting, paymentsOf, type Terms } from '#core/terms';
import { withdrawalOf } from './backUntil';
import { type QuoteBuyer, readBuyer } from './buyer';
import { couponedFirst, findCoupon, type LineCoupon, lineCoupon, spreadAmount } from './coupon';
import { type Payment, paymentFor } from './payment';
import { cardPaysOf, quantityOf } from '#core/facts';
import type { Quote, QuoteLine } from './quote';
import { seatsTaker } from './seats';
import { type LineSending, sendingOf } from './sending';
import { type LineChoice, lineIdOf, type LineStanding, type QuoteChoice, type Standing } from './standing';
import type { OwnedParts } from './takenOff';
import { asSwitched, namedTerms, termsNow } from './termsNow';
import { taxRuleFor, withTax } from './tax';

/** Of payments that go on without an end, so many later ones stand in a quote. */
const LATER_SHOWN = 12;

export type QuoteRefusal = RefusalOf<
  | 'not-on-sale'
  | 'no-such-price'
  | 'sold-out'
  | 'buyer-limit'
  | 'too-many'
  | 'amount-named'
  | 'coupon'
  | 'vat-number'
  | 'seat-gone'
  | 'not-sent-there'
>;

/** A price as it was chosen: found, on sale, and with the terms it is sold under now. */
interface Chosen {
  offer: Offer;
  price: Price;
  terms: Terms;
  quantity: number;
  /** What it opens. */
  productIds: ProductId[];
  seats: SeatBought[];
  sendTo: LineChoice['sendTo'];
  /** The seller's own number for it, by price or by the one product that is sold. */
  article: string | undefined;
  owned: OwnedParts | undefined;
  /** What it takes the place of. */
  replaced: ReturnType<NonNullable<Standing['replacedBy']>>;
  sending: LineSending | null;
}

/**
 * The quote for what was chosen: price → owned parts → coupon → tax → due today and later, per line and in all. The browser sends
 * choices only; this is where amounts come from.
 * @param now the start that dates are counted from
 */
export function quoteFor(
  release: Release,
  choice: QuoteChoice,
  now: Instant,
  standing: Standing,
): Quote | QuoteRefusal {
  const { shop } = release.content;
  const all: Chosen[] = [];
  const takeSeats = seatsTaker(release.content.products, standing.datesOf);
  for (const [i, line] of [choice, ...(choice.extras ?? [])].entries()) {
    const asked = chosenOf(release, line, now, standing);
    if ('refused' in asked) return asked;
    const gone = new Set(all.flatMap(({ replaced }) => replaced?.agreementId ?? []));
    const replaced = standing.replacedBy?.(line, gone) ?? null;
    const found = replaced?.upgrade ? { ...asked, terms: asSwitched(asked.terms), owned: undefined } : asked;
    const productIds = openedWith(found.offer, i === 0 ? choice.given : [], release);
    const until = accessUntil(found.terms, now, shop.zone);
    const seats = takeSeats({
      productIds,
      picked: line.dates ?? [],
      held: found.quantity === 1 ? (replaced?.seatsAt ?? []) : [],
      quantity: found.quantity,
      now,
      until,
    });
    if ('refused' in seats) return seats;
    const sending = sendingOf({ ...found, productIds }, release);
    if (sending && 'refused' in sending) return sending;
    const chosen: Chosen = { ...found, productIds, seats, replaced, sending };
    // One order is in one currency, and of one price there is one line: more of it is a quantity.
    if (all.some(({ offer, price }) => offer.currency !== chosen.offer.currency || price.id === chosen.price.id))
      return refuse('no-such-price');
    all.push(chosen);
  }
  const [main] = all;
  if (!main) return refuse('no-such-price');
  const live = standing.live ?? release;
  const { tax } = live.content.shop;
  const buyer = standing.buyer ?? buyerOf(choice, tax);
  if (buyer && 'refused' in buyer) return buyer;
  const coupons = couponsOf(live.content.coupons, choice, all, { now, zone: shop.zone, standing });
  if ('refused' in coupons) return coupons;
  const ruleAt = (at: Instant) =>
    taxRuleFor(tax, { country: buyer?.country ?? null, reverse: buyer?.reverse ?? false }, at, shop.zone);

  const priced = all.map((chosen, i) => {
    const lineId = lineIdOf((standing.firstLine ?? 1) + i);
    const sent = chosen.sending;
    const off = { coupon: coupons[i] ?? undefined, owned: chosen.owned, sending: sent ?? undefined };
    const payments = paymentsFor(chosen, now, shop.zone).map((due): Payment => paymentFor(due, off, ruleAt(due.at)));
    const today = payments.filter((p) => p.at === now);
    const fee = withTax(sent?.once ?? 0, ruleAt(now));
    const dueToday = sum(today.map((p) => p.amount)) + fee.amount;
    const credit = creditFrom(chosen);
    const line: QuoteLine = {
      lineId,
      offerId: chosen.offer.id,
      priceId: chosen.price.id,
      title: chosen.offer.title,
      priceName: chosen.price.name,
      productIds: chosen.productIds,
      terms: chosen.terms,
      ...(chosen.quantity > 1 ? { quantity: chosen.quantity } : {}),
      ...(chosen.article === undefined ? {} : { article: chosen.article }),
      dueToday,
      tax: sum(today.map((p) => p.tax)) + fee.tax,
      ...(isLasting(chosen.terms) ? { forPeriod: sum(today.map((p) => p.forPeriod)) } : {}),
      ...(off.owned ? { owned: off.owned } : {}),
      ...(off.coupon ? { coupon: off.coupon } : {}),
      ...(chosen.seats.length > 0 ? { seats: chosen.seats } : {}),
      ...withdrawalOf(chosen.productIds, release.content.products),
      ...(sent
        ? {
            sending: {
              country: sent.country,
              addressKey: sent.addressKey,
              fee: fee.amount + sum(today.map((p) => p.sending)),
              ...(sent.each ? { each: sent.each } : {}),
            },
          }
        : {}),
      ...(chosen.replaced
        ? { replaces: { agreementId: chosen.replaced.agreementId, credit, used: Math.min(credit, dueToday) } }
        : {}),
    };
    const later = payments.filter((p) => p.at !== now).map((p) => ({ lineId, at: p.at, amount: p.amount }));
    return { line, later };
  });
  const lines = priced.map((p) => p.line);
  return {
    release: release.number,
    currency: main.offer.currency,
    zone: shop.zone,
    lines,
    dueToday: sum(cardPaysOf({ lines })),
    dueLater: priced.flatMap((p) => p.later).sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0)),
    statement: main.price.cardStatement ?? shop.cardStatement,
    ...(buyer ? { buyer } : {}),
  };
}

/** What unused days can pay of a line: an upgrade always uses them, a price that replaces as its seller has said. */
const creditFrom = ({ replaced, price }: Chosen): number =>
  replaced && (replaced.upgrade || price.replaces?.credit) ? replaced.unused : 0;

/** What a line opens: what its offer does, and what is given along with the first, each once; of a bundle what is in it. */
const openedWith = ({ productIds }: Offer, given: QuoteChoice['given'] = [], { content }: Release): ProductId[] =>
  openedBy(content.products, [...productIds, ...given.filter((id) => content.products.some((p) => p.id === id))]);

/** The dues of a line: those of its terms, as many times as it was taken. */
function paymentsFor({ terms, quantity }: Chosen, now: Instant, zone: string): Due[] {
  const endless = isLasting(terms) && paymentsOf(terms) === null;
  return firstDues(terms, now, zone, endless ? LATER_SHOWN + 1 : Infinity).map((due) => timesQuantity(due, quantity));
}

/** A due of something that was taken more than once. */
export const timesQuantity = (due: Due, quantity: number): Due => ({
  ...due,
  amount: due.amount * quantity,
  full: due.full * quantity,
});

function chosenOf(
  release: Release,
  choice: LineChoice,
  now: Instant,
  standing: Standing,
): Omit<Chosen, 'productIds' | 'seats' | 'replaced' | 'sending'> | QuoteRefusal {
  const { shop, offers } = release.content;
  const offer = offers.find((o) => o.id === choice.offerId);
  if (!offer || !offer.onSale || offer.putAway) return refuse('not-on-sale', { why: 'off' });
  const price = offer.prices.find((p) => p.id === choice.priceId);
  if (!price) return refuse('no-such-price');
  const quantity = quantityOf(choice);
  const of = standing.of({ offerId: offer.id, priceId: price.id });
  const closed = whyNotNow(price, quantity, now, shop.zone, standing.startedAt, of);
  if (closed) return closed;
  const terms = namedTerms(
    termsNow(price, { startedAt: standing.startedAt, ...of }, shop.zone),
    choice.named,
    offer.currency,
  );
  if ('refused' in terms) return terms;
  const first = couponedFirst(terms) * quantity;
  return {
    offer,
    price,
    terms,
    quantity,
    sendTo: choice.sendTo,
    article: articleOf(price, offer, release),
    owned: ownedOf(price, offer, first, release, standing),
  };
}

/** The price's own article number, else that of the one product it sells; a bundle's parts name none of it. */
function articleOf(price: Price, offer: Offer, { content }: Release): string | undefined {
  if (price.article !== null) return price.article;
  const [only, ...others] = offer.productIds;
  const product = others.length > 0 ? undefined : content.products.find((p) => p.id === only);
  return product?.article?.trim() || undefined;
}

/** Of what it opens, what its buyer has already and the seller takes something off for: never more than the first payment. */
function ownedOf(
  { owned }: Price,
  { productIds }: Offer,
  first: number,
  { content }: Release,
  { owns }: Standing,
): OwnedParts | undefined {
  if (!owns || owned.length === 0) return undefined;
  const parts = openedBy(content.products, productIds);
  const had = owned.filter(({ productId }) => parts.includes(productId) && owns(productId));
  const amount = Math.min(sum(had.map((part) => part.amount)), first);
  return amount === 0 ? undefined : { productIds: had.map(({ productId }) => productId), amount };
}

function buyerOf(choice: QuoteChoice, tax: Release['content']['shop']['tax']): QuoteBuyer | QuoteRefusal | null {
  if (choice.country === undefined) return null;
  const read = readBuyer({ country: choice.country, vatNumber: choice.vatNumber }, tax);
  return 'why' in read ? refuse('vat-number', { ...read, at: 'checkout' }) : read;
}

/**
 * What the one coupon of an order takes off each of its lines, by their place: a percentage of each it is for, an
 * amount spread once over them. It never acts on an amount that the buyer names.
 */
function couponsOf(
  coupons: readonly Coupon[],
  choice: QuoteChoice,
  lines: readonly Chosen[],
  { now, zone, standing }: { now: Instant; zone: string; standing: Standing },
): (LineCoupon | null)[] | QuoteRefusal {
  if (choice.coupon === undefined || choice.coupon.trim() === '') return [];
  const found = findCoupon(coupons, choice.coupon, {
    now,
    zone,
    currency: lines[0]?.offer.currency ?? '',
    offerIds: lines.map(({ offer }) => offer.id),
    uses: (id) => standing.couponUses?.(id) ?? { inAll: 0, byBuyer: 0 },
  });
  if ('refused' in found) return found;
  // An upgrade is priced like a switch, and those take no coupon.
  const isFor = ({ offer, replaced }: Chosen): boolean =>
    !replaced?.upgrade && (found.offerIds === null || found.offerIds.includes(offer.id));
  const firsts = lines.map((line) => (isFor(line) ? firstPayment(line) : 0));
  if (firsts.every((first) => first === 0))
    return refuse('coupon', { why: 'nothing-to-pay', code: found.code, currency: '' });
  const shares = found.takes.by === 'amount' ? spreadAmount(found.takes.amount, firsts) : [];
  return firsts.map((first, i) => {
    const takesNothing = first === 0 || (found.takes.by === 'amount' && shares[i] === 0);
    return takesNothing ? null : lineCoupon(found, shares[i] ?? 0);
  });
}

/** The first full payment of a line, whenever it is due, less what is off for owned parts. */
const firstPayment = ({ terms, quantity, owned }: Chosen): number =>
  couponedFirst(terms) * quantity - (owned?.amount ?? 0);

function whyNotNow(
  price: Price,
  quantity: number,
  now: Instant,
  zone: string,
  startedAt: Instant,
  { sold, soldToBuyer }: LineStanding,
): QuoteRefusal | null {
  // A checkout that began in time may finish; one that has not begun is judged by the present.
  const sale = saleState(price, startedAt, zone);
  if (sale.state !== 'open') return refuse('not-on-sale', { why: sale.state });
  const until = accessUntil(price.terms, now, zone);
  if (until !== null && until <= now) return refuse('not-on-sale', { why: 'access-over' });
  const { inAll, each, perOrder } = price.limit;
  const most = price.terms.kind === 'once' ? (perOrder ?? 1) : 1;
  if (!Number.isSafeInteger(quantity) || quantity < 1 || quantity > most) return refuse('too-many', { most });
  if (inAll !== null && sold >= inAll) return refuse('sold-out');
  if (inAll !== null && sold + quantity > inAll) return refuse('too-many', { most: inAll - sold });
  if (each !== null && soldToBuyer + quantity > each) return refuse('buyer-limit', { each });
  return null;
}
