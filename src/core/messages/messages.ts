import { formatDay } from '#core/calendar';
import { formatAmount, sum } from '#core/money';
import type { Order, Refund } from '#core/shop';
import { wordsFor } from '#core/words';
import { framed, type Message, oneLine, type Setting } from './letter';

const titles = (order: Pick<Order, 'lines'>): string => order.lines.map((l) => oneLine(l.title)).join(', ');

/** What was bought, what was paid, and one link that signs in. */
export function receiptMessage(
  setting: Setting,
  order: Order,
  name: string,
  link: { url: string; days: number },
  later: readonly string[] = [],
): Message {
  const { shop, locale } = setting;
  const paid = sum(order.lines.map((l) => l.paid));
  return framed(
    setting,
    name,
    wordsFor(locale).letters.receipt({
      titles: titles(order),
      number: order.number,
      paid: paid === 0 ? null : formatAmount(paid, order.currency, locale),
      day: formatDay(order.at, order.zone, locale),
      later,
      ...link,
      card: order.last4 === null ? null : { last4: order.last4, statement: order.statement ?? shop.cardStatement },
      paper: order.receipt,
    }),
  );
}

/** How much went back, and what closed. */
export function refundMessage(
  setting: Setting,
  order: Order,
  refund: Refund,
  name: string,
  closed: readonly string[],
): Message {
  return framed(
    setting,
    name,
    wordsFor(setting.locale).letters.refund({
      amount: formatAmount(refund.amount, refund.currency, setting.locale),
      number: order.number,
      titles: titles(order),
      last4: order.last4,
      closed: closed.map(oneLine).join(', '),
      note: refund.creditNote ?? '',
    }),
  );
}

export const signInMessage = (setting: Setting, link: { url: string; minutes: number }): Message =>
  framed(setting, '', wordsFor(setting.locale).letters.signIn(oneLine(setting.shop.name), link.url, link.minutes));
