import { type DraftOffer, type DraftPrice, type Price, sealOffer, withShares } from '#core/catalogue';
import { formatDay } from '#core/calendar';
import { formatAmount } from '#core/money';
import { accessOf, isLasting, lengthInWords, shortWithoutTrial, type Terms } from '#core/terms';

/** A price in parts that can be told apart: "paid", "usual price", "stays open", … each as people would say it. */
export function priceParts(offer: DraftOffer, price: DraftPrice, locale: string): Record<string, string> {
  const sealed = sealOffer({
    ...offer,
    prices: withShares({ ...offer, prices: [...offer.prices.filter(({ id }) => id !== price.id), price] }).prices.slice(
      -1,
    ),
  })?.prices[0];
  if (!sealed) return { paid: 'not yet right' };
  const money = (amount: number): string => formatAmount(amount, offer.currency, locale);
  return {
    paid: shortWithoutTrial(sealed.terms, offer.currency, locale),
    ...beginningInWords(sealed.terms, money),
    'usual price': sealed.usual === null ? 'none' : money(sealed.usual),
    'stays open': accessInWords(sealed, locale),
    rise:
      sealed.rise === null
        ? 'none'
        : `${money(sealed.rise.by)} ${sealed.rise.every.by === 'sales' ? `after every ${sealed.rise.every.sales} sales` : `on ${sealed.rise.every.dates.map((d) => dayInWords(d, locale)).join(', ')}`}, up to ${money(sealed.rise.ceiling)}`,
    'in place of a subscription':
      sealed.replaces === null ? 'no' : sealed.replaces.credit ? 'yes, unused days credited' : 'yes',
    'words in place of the number': sealed.words ?? 'none',
    limit: limitInWords(sealed),
    'on sale': saleInWords(sealed, locale),
    'card statement': sealed.cardStatement ?? 'the shop’s',
    'who sees it': seenBy(sealed),
    'sending by post': sendingInWords(sealed, money),
    'article number': sealed.article ?? 'none',
    'off for owned parts':
      sealed.owned.length === 0 ? 'none' : sealed.owned.map(({ amount }) => money(amount)).join(', '),
    bounds:
      sealed.terms.kind === 'open'
        ? `from ${money(sealed.terms.least)}${sealed.terms.most === undefined ? '' : ` to ${money(sealed.terms.most)}`}`
        : 'none',
  };
}

const seenBy = ({ onlyAt }: Price): string =>
  onlyAt === null
    ? 'everybody'
    : onlyAt.at.kind === 'step'
      ? 'only visitors who reach one step of a path'
      : onlyAt.at.links.length === 1
        ? 'only those who come through one link'
        : `only those who come through ${onlyAt.at.links.length} links`;

function sendingInWords({ sending }: Price, money: (amount: number) => string): string {
  if (sending === null) return 'nothing said';
  const { fee, byCountry, notTo = [], listedOnly, parcels } = sending;
  const named = Object.entries(byCountry).map(([code, amount]) => `${code} ${money(amount)}`);
  const elsewhere = listedOnly ? 'nowhere else' : `${named.length > 0 ? 'elsewhere ' : ''}${money(fee)}`;
  return [
    ...named,
    elsewhere,
    ...(notTo.length > 0 ? [`not to ${notTo.join(', ')}`] : []),
    ...(parcels === undefined ? [] : [`${parcels} with each payment`]),
  ].join(', ');
}

/** Before → after for every part of a price that differs; a change of what is paid is named by the price alone. */
export function priceChanges(before: Record<string, string>, after: Record<string, string>, name: string): string[] {
  return Object.entries(after).flatMap(([part, now]) => {
    const was = before[part] ?? 'none';
    return was === now ? [] : [`${part === 'paid' ? name : `${name}, ${part}`}: ${was} → ${now}`];
  });
}

function beginningInWords(terms: Terms, money: (amount: number) => string): Record<string, string> {
  if (!isLasting(terms)) return { trial: 'none', 'set-up fee': 'none', 'at first': 'none', 'how long paid': 'none' };
  const { trial, setUp } = terms;
  const cheaper =
    terms.kind === 'subscription'
      ? terms.introductory && `${terms.introductory.payments} payments of ${money(terms.introductory.amount)}`
      : terms.first === undefined
        ? undefined
        : `first payment ${money(terms.first)}`;
  return {
    trial: trial ? `${trial.days} days ${trial.fee === 0 ? 'free' : `for ${money(trial.fee)}`}` : 'none',
    'set-up fee': setUp
      ? `${money(setUp.amount)} for ${setUp.label}, ${setUp.when === 'today' ? 'on the day of purchase' : 'with the first full payment'}`
      : 'none',
    'at first': cheaper ?? 'none',
    'how long paid':
      terms.kind === 'subscription'
        ? terms.payments === undefined
          ? 'until cancelled'
          : `${terms.payments} payments`
        : 'none',
  };
}

const dayInWords = (date: string, locale: string): string => formatDay(`${date}T12:00:00.000Z`, 'UTC', locale);

function accessInWords(price: Price, locale: string): string {
  const access = accessOf(price.terms);
  return access.kind === 'forever'
    ? 'for good'
    : access.kind === 'for'
      ? `for ${lengthInWords(access.count, access.unit, locale)}`
      : `until ${dayInWords(access.date, locale)}`;
}

function limitInWords({ limit }: Price): string {
  const parts = [
    ...(limit.inAll === null ? [] : [`at most ${limit.inAll} sold`]),
    ...(limit.each === null ? [] : [`${limit.each} to each buyer`]),
    ...(limit.perOrder === null ? [] : [`${limit.perOrder} in one order`]),
  ];
  return parts.length === 0 ? 'none' : parts.join(', ');
}

function saleInWords({ sale }: Price, locale: string): string {
  if (sale.from === null && sale.until === null) return 'always';
  return [
    ...(sale.from === null ? [] : [`from ${dayInWords(sale.from, locale)}`]),
    ...(sale.until === null ? [] : [`until ${dayInWords(sale.until, locale)}`]),
  ].join(' ');
}
