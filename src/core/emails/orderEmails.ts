import { formatDay, type Instant } from '#core/calendar';
import { paperName, taxedBy } from '#core/messages';
import { formatAmount } from '#core/money';
import { lineOf, type Payment, sumsOf } from '#core/payments';
import type { Means } from '#core/ways';
import { type AnsweredOffer, boughtAt, type Order, type Refund } from '#core/shop';
import type { StepId } from '#core/ids';
import { type EmailRow, wordsFor } from '#core/words';
import { boughtRows } from './boughtRows';
import { composed, type Message, oneLine, type Setting, type SignInLink, signsIn } from './compose';

const titles = (lines: Order['lines']): string => lines.map((l) => oneLine(l.title)).join(', ');

/** What emails say of an order. */
export type OrderForEmail = Pick<Order, 'lines' | 'payments' | 'number' | 'currency' | 'zone' | 'at' | 'statement'> & {
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
  order: OrderForEmail,
  step: StepId | null,
  name: string,
  link: SignInLink,
  { later = [], leaving = [] }: { later?: readonly string[]; leaving?: readonly Leaving[] } = {},
): Message {
  const { shop, locale } = setting;
  const { lines, payment } = boughtAt(order, step);
  const paid = payment ? sumsOf([payment]).paid : 0;
  const say = wordsFor(locale).emails;
  const [first, ...others] = lines;
  const label = first && others.length === 0 ? say.opens.one(oneLine(first.title)) : say.opens.library;
  return composed(
    setting,
    name,
    say.receipt({
      titles: titles(lines),
      count: lines.length,
      isSent: lines.some(({ sending }) => sending !== undefined),
      number: order.number,
      isFree: paid === 0,
      rows: payment && paid > 0 ? paidRows(lines, payment, order, locale) : [],
      later,
      leaving: leaving.map(({ title, endsAt }) => ({
        title: oneLine(title),
        day: formatDay(endsAt, order.zone, locale),
      })),
      open: signsIn(link, locale)(label),
      means: payment && paid > 0 ? meansOf(payment) : null,
      statement: order.statement ?? shop.cardStatement,
      invoice: payment?.receipt == null ? null : { name: paperName(taxedBy(payment), locale), number: payment.receipt },
    }),
  );
}

/** Everything that a payment bought, with the total where that is not plain to see, and the tax in it. */
function paidRows(
  lines: Order['lines'],
  payment: Payment,
  { currency }: Pick<Order, 'currency'>,
  locale: string,
): EmailRow[] {
  const { emails, papers } = wordsFor(locale);
  const money = (amount: number): string => formatAmount(amount, currency, locale);
  const { paid, credit, tax } = sumsOf([payment]);
  const bought = lines
    .filter(({ lineId }) => lineOf(payment, lineId))
    .flatMap((line) => boughtRows(papers, line, money))
    .map(({ text, amount }): EmailRow => ({ label: oneLine(text), value: amount }));
  if (credit > 0) bought.push({ label: papers.unusedDays(), value: money(-credit) });
  return [
    ...bought,
    ...(bought.length > 1 ? [{ label: emails.rows.total, value: money(paid) }] : []),
    ...(payment.buyer?.reverse ? [{ label: papers.reverseCharge(), value: '', small: true }] : []),
    ...(tax > 0 ? [{ label: emails.rows.tax, value: money(tax), small: true }] : []),
  ];
}

/** How much went back, and what closed. */
export function refundMessage(
  setting: Setting,
  order: OrderForEmail,
  refund: Pick<Refund, 'amount' | 'currency' | 'creditNote' | 'shares' | 'paymentId'>,
  name: string,
  closed: readonly string[],
): Message {
  return composed(
    setting,
    name,
    wordsFor(setting.locale).emails.refund({
      amount: formatAmount(refund.amount, refund.currency, setting.locale),
      number: order.number,
      titles: titles(order.lines.filter(({ lineId }) => refund.shares.some((share) => share.lineId === lineId))),
      means: meansOf(order.payments.find((p) => p.id === refund.paymentId)),
      closed: closed.map(oneLine).join(', '),
      note: refund.creditNote ?? '',
    }),
  );
}

/** To a helper: a link into the studio. */
export const helperMessage = (setting: Setting, link: { url: string; minutes: number; name: string }): Message =>
  composed(
    setting,
    link.name,
    wordsFor(setting.locale).emails.helper(oneLine(setting.shop.name), link.url, link.minutes),
  );

export const signInMessage = (setting: Setting, link: { url: string; minutes: number }): Message =>
  composed(setting, '', wordsFor(setting.locale).emails.signIn(oneLine(setting.shop.name), link.url, link.minutes));

/** To a customer who was given access by hand: what it opens, with a link that signs in. */
export const accessMessage = (setting: Setting, name: string, titles: readonly string[], link: SignInLink): Message =>
  composed(
    setting,
    name,
    wordsFor(setting.locale).emails.access({
      shop: oneLine(setting.shop.name),
      titles: titles.map(oneLine).join(', '),
      open: signsIn(
        link,
        setting.locale,
      )(
        titles.length === 1
          ? wordsFor(setting.locale).emails.opens.one(oneLine(titles[0] ?? ''))
          : wordsFor(setting.locale).emails.opens.library,
      ),
    }),
  );

/** To a new email address: the link that confirms it. */
export const addressLinkMessage = (setting: Setting, url: string): Message =>
  composed(setting, '', wordsFor(setting.locale).emails.addressLink(oneLine(setting.shop.name), url));

/** Tells the address before that another was asked for. */
export const addressAskedMessage = (setting: Setting, to: string): Message =>
  composed(setting, '', wordsFor(setting.locale).emails.addressAsked(oneLine(setting.shop.name), to));

/** Tells both addresses that one took the other's place. */
export const addressChangedMessage = (setting: Setting, from: string, to: string): Message =>
  composed(setting, '', wordsFor(setting.locale).emails.addressChanged(oneLine(setting.shop.name), from, to));

/** What a payment was taken from; null where nothing was. */
const meansOf = (payment: Pick<Payment, 'last4' | 'way'> | undefined): Means | null =>
  payment?.last4 == null ? null : { last4: payment.last4, way: payment.way };
