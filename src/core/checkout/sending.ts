import { isSentByPost, type Price } from '#core/catalogue';
import type { ProductId } from '#core/ids';
import type { Release } from '#core/release';
import type { QuoteLine } from './quote';
import type { LineChoice } from './standing';

/** What sending a line costs, before tax; null where nothing of it is sent, or it is not known where to. */
export function sendingOf(
  { price, sendTo, productIds }: { price: Price; sendTo: LineChoice['sendTo']; productIds: readonly ProductId[] },
  release: Release,
): QuoteLine['sending'] | null {
  if (!sendTo || !isSent(release, productIds)) return null;
  return { ...sendTo, fee: price.sending ? (price.sending.byCountry[sendTo.country] ?? price.sending.fee) : 0 };
}

/** Whether something of what is opened is sent by post. */
export const isSent = ({ content }: Pick<Release, 'content'>, productIds: readonly ProductId[]): boolean =>
  content.products.some((p) => productIds.includes(p.id) && isSentByPost(p));
