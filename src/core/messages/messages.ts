import { formatDay, type Instant } from '#core/calendar';
import { formatAmount } from '#core/money';
import { type Payment, sumsOf } from '#core/payments';
import type { Means } from '#core/ways';
import { type AnsweredOffer, boughtAt, type Order, type Refund } from '#core/shop';
import type { StepId } from '#core/ids';
import { wordsFor } from '#core/words';
import { framed, type Message, oneLine, type Setting } from './letter';

const titles = (lines: Order['lines']): string => lines.map((l) => oneLine(l.title)).join(', ');

/** What letters say of an order. */
export type OrderForLetter = Pick<Order, 'lines' | 'payments' | 'number' | 'currency' | 'zone' | 'at' | 'statement'> & {
  offers: Record<StepId, AnsweredOffer>;
};

/** A subscription that an order set to end although its buyer only typed an address: its owner confirms, or keeps it. */
export interface Leaving {
  title: string;
  endsAt: Instant;
}

/** What one charge of an order bought, what was paid, and one link that signs in. @param step of an offer after payment; null of the checkout */
export function receiptMessage(
  setting: Setting,
  order: OrderForLetter,
  step: StepId | null,
  name: string,
  link: { url: string; days: number },
  { later = [], leaving = [] }: { later?: readonly string[]; leaving?: readonly Leaving[] } = {},
): Message {
  const { shop, locale } = setting;
  const { lines, payment } = boughtAt(order, step);
  const paid = payment ? sumsOf([payment]).paid : 0;
  return framed(
    setting,
    name,
    wordsFor(locale).letters.receipt({
      titles: titles(lines),
      number: order.number,
      paid: paid === 0 ? null : formatAmount(paid, order.currency, locale),
      day: formatDay(payment?.at ?? order.at, order.zone, locale),
      later,
      leaving: leaving.map(({ title, endsAt }) => ({
        title: oneLine(title),
        day: formatDay(endsAt, order.zone, locale),
      })),
      ...link,
      means: payment && paid > 0 ? meansOf(payment) : null,
      statement: order.statement ?? shop.cardStatement,
      paper: payment?.receipt ?? null,
    }),
  );
}

/** How much went back, and what closed. */
export function refundMessage(
  setting: Setting,
  order: OrderForLetter,
  refund: Pick<Refund, 'amount' | 'currency' | 'creditNote' | 'shares' | 'paymentId'>,
  name: string,
  closed: readonly string[],
): Message {
  return framed(
    setting,
    name,
    wordsFor(setting.locale).letters.refund({
      amount: formatAmount(refund.amount, refund.currency, setting.locale),
      number: order.number,
      titles: titles(order.lines.filter(({ lineId }) => refund.shares.some((share) => share.lineId === lineId))),
      means: meansOf(order.payments.find((p) => p.id === refund.paymentId)),
      closed: closed.map(oneLine).join(', '),
      note: refund.creditNote ?? '',
    }),
  );
}

/** To somebody who helps: a link into the studio. */
export const helperMessage = (setting: Setting, link: { url: string; minutes: number; name: string }): Message =>
  framed(
    setting,
    link.name,
    wordsFor(setting.locale).letters.helper(oneLine(setting.shop.name), link.url, link.minutes),
  );

export const signInMessage = (setting: Setting, link: { url: string; minutes: number }): Message =>
  framed(setting, '', wordsFor(setting.locale).letters.signIn(oneLine(setting.shop.name), link.url, link.minutes));

/** To somebody who was given access by hand: what, and one link that signs in. */
export const accessMessage = (
  setting: Setting,
  name: string,
  titles: readonly string[],
  link: { url: string; days: number },
): Message =>
  framed(
    setting,
    name,
    wordsFor(setting.locale).letters.access({
      shop: oneLine(setting.shop.name),
      titles: titles.map(oneLine).join(', '),
      ...link,
    }),
  );

/** The link that changes somebody's address, mailed to the new one. */
export const addressLinkMessage = (setting: Setting, url: string): Message =>
  framed(setting, '', wordsFor(setting.locale).letters.addressLink(oneLine(setting.shop.name), url));

/** Tells the address before that another was asked for. */
export const addressAskedMessage = (setting: Setting, to: string): Message =>
  framed(setting, '', wordsFor(setting.locale).letters.addressAsked(oneLine(setting.shop.name), to));

/** Tells both addresses that one took the other's place. */
export const addressChangedMessage = (setting: Setting, from: string, to: string): Message =>
  framed(setting, '', wordsFor(setting.locale).letters.addressChanged(oneLine(setting.shop.name), from, to));

/** What a payment was taken from; null where nothing was. */
const meansOf = (payment: Pick<Payment, 'last4' | 'way'> | undefined): Means | null =>
  payment?.last4 == null ? null : { last4: payment.last4, way: payment.way };
