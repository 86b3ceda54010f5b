import { formatDay, type Instant } from '#core/calendar';
import type { ShopDetails } from '#core/catalogue';
import { formatAmount } from '#core/money';
import { type Explanation } from '#core/passes';
import { wordsFor } from '#core/words';

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
  const { locale } = shop;
  const say = wordsFor(locale).emails;
  const hello = say.hello(name.trim());
  if (orders.length === 0) return [hello, say.reply.noOrder(), shop.name].join('\n\n');
  const paid = orders
    .slice(0, 3)
    .map((o) =>
      say.reply.order(
        o.number,
        formatDay(o.at, o.zone, locale),
        o.title,
        o.paid === 0 ? say.reply.free() : formatAmount(o.paid, o.currency, locale),
        o.back > 0 ? formatAmount(o.back, o.currency, locale) : null,
      ),
    );
  return [
    hello,
    say.reply.lookedUp(),
    paid.join('\n'),
    things.map((t) => t.sentence).join('\n'),
    ...(agreements.length === 0 ? [] : [agreements.join('\n')]),
    things.some((t) => t.open) ? say.reply.wayIn() : say.reply.notRight(),
    shop.name,
  ].join('\n\n');
}
