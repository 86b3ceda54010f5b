import { hello, letter, type Message, oneLine, type Setting } from './letter';
import { formatDay } from '#core/calendar';
import { formatAmount, sum } from '#core/money';
import type { Order, Refund } from '#core/shop';

const titles = (order: Pick<Order, 'lines'>): string => order.lines.map((l) => oneLine(l.title)).join(', ');

/** What was bought, what was paid, and one link that signs in. */
export function receiptMessage(
  setting: Setting,
  order: Order,
  name: string,
  link: { url: string; days: number },
  later: readonly string[] = [],
): Message {
  const { shop } = setting;
  const paid = sum(order.lines.map((l) => l.paid));
  const day = formatDay(order.at, order.zone, shop.locale);
  const what =
    paid === 0
      ? `You got ${titles(order)} on ${day}. Nothing was charged.`
      : `You bought ${titles(order)} on ${day} for ${formatAmount(paid, order.currency, shop.locale)}.`;
  const card =
    order.last4 === null
      ? []
      : [
          `The card ending ${order.last4} was charged; your statement will read ${order.statement ?? shop.cardStatement}.`,
        ];
  return letter(setting, `${paid === 0 ? 'Yours' : 'Receipt'}: ${titles(order)} (order ${order.number})`, [
    hello(name),
    what,
    ...later.map((text) => `Due later: ${text}`),
    `Open it here:\n${link.url}`,
    `This link signs you in. It works once, for ${link.days} days. After that, ask for a new one with this address in the member area.`,
    ...card,
    `Order ${order.number}, receipt ${order.receipt}. You will find the receipt as a PDF in the member area. Answer this message if anything is wrong.`,
  ]);
}

/** How much went back, and what closed. */
export function refundMessage(
  setting: Setting,
  order: Order,
  refund: Refund,
  name: string,
  closed: readonly string[],
): Message {
  const amount = formatAmount(refund.amount, refund.currency, setting.shop.locale);
  return letter(setting, `${amount} given back (order ${order.number})`, [
    hello(name),
    `We gave back ${amount} for ${titles(order)}${order.last4 === null ? '' : `, to the card ending ${order.last4}`}. Banks take a few days to show it.`,
    closed.length === 0 ? 'Your access stays as it was.' : `Access to ${closed.map(oneLine).join(', ')} is closed now.`,
    `Credit note ${refund.creditNote ?? ''}.`,
  ]);
}

export function signInMessage(setting: Setting, link: { url: string; minutes: number }): Message {
  return letter(setting, `Sign in to ${oneLine(setting.shop.name)}`, [
    'Hello,',
    `Sign in here:\n${link.url}`,
    `The link works once, for ${link.minutes} minutes. If you did not ask for it, nothing needs to be done.`,
  ]);
}
