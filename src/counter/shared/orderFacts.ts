import { quantityOf } from '#core/checkout';
import { sumsOf } from '#core/payments';
import type { Order } from '#core/shop';
import type { CounterContext } from '../context';
import { hmac } from '../http/signing';

/**
 * A page held elsewhere with the facts of an order, as docs/joining-services.md says: what was bought, and what was paid
 * until now in whole minor units. Nothing in it says who bought. It is signed, so that the page can believe it.
 */
export function withFacts({ secrets }: Pick<CounterContext, 'secrets'>, href: string, order: Order): string {
  if (!URL.canParse(href)) return href;
  const facts = {
    number: order.number,
    at: order.at,
    currency: order.currency,
    paid: sumsOf(order.payments).paid,
    items: order.lines.map((line) => ({ title: line.title, price: line.priceName, quantity: quantityOf(line) })),
  };
  const payload = Buffer.from(JSON.stringify(facts)).toString('base64url');
  const to = new URL(href);
  to.searchParams.set('order', payload);
  to.searchParams.set('order-signature', hmac(secrets.factsKey, payload));
  return to.href;
}
