import { formatDay, type Instant } from '#core/calendar';
import type { ShopDetails } from '#core/catalogue';
import { formatAmount } from '#core/money';
import { type Explanation } from '#core/passes';

interface Known {
  shop: ShopDetails;
  name: string;
  /** Newest first. */
  orders: readonly {
    number: number;
    at: Instant;
    title: string;
    paid: number;
    back: number;
    currency: string;
    zone: string;
  }[];
  /** For each product they ever had: whether it is open, said to them. */
  things: readonly Pick<Explanation, 'open' | 'sentence'>[];
  /** Where each payment plan and subscription stands, in sentences. */
  agreements?: readonly string[];
}

/**
 * A ready answer to "I paid but …", from what is recorded: what was paid, what is open and why, and the way in.
 * The seller reads it before it goes anywhere.
 */
export function readyReply({ shop, name, orders, things, agreements = [] }: Known): string {
  const hello = name.trim() === '' ? 'Hello,' : `Hello ${name.trim()},`;
  if (orders.length === 0)
    return [
      hello,
      'I find no order under this address. Could it have been another one? Tell me the address or the order’s number from the receipt, and I will look again.',
      shop.name,
    ].join('\n\n');
  const paid = orders.slice(0, 3).map((o) => {
    const amount = o.paid === 0 ? 'free' : formatAmount(o.paid, o.currency, shop.locale);
    const back = o.back > 0 ? `, of which ${formatAmount(o.back, o.currency, shop.locale)} was given back` : '';
    return `Order ${o.number} of ${formatDay(o.at, o.zone, shop.locale)}: ${o.title}, ${amount}${back}.`;
  });
  const open = things.some((t) => t.open);
  return [
    hello,
    'I have looked it up.',
    paid.join('\n'),
    things.map((t) => t.sentence).join('\n'),
    ...(agreements.length === 0 ? [] : [agreements.join('\n')]),
    open
      ? 'The easiest way in: open the member area, write the address this message went to, and press the button in the mail that comes. Everything you own is there, with fresh links to the files.'
      : 'If you think this is not right, tell me and I will put it in order.',
    shop.name,
  ].join('\n\n');
}
