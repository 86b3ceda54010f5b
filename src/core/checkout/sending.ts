import { isSentByPost, type Price, sendingFee } from '#core/catalogue';
import type { ProductId } from '#core/ids';
import { refuse, type RefusalOf } from '#core/refusal';
import type { Release } from '#core/release';
import type { Terms } from '#core/terms';
import type { LineChoice } from './standing';

/** Where a line is sent, and what that costs before tax. */
export interface LineSending {
  country: string;
  addressKey: string;
  /** Once, with the day's payment; 0 where each payment has its own. */
  once: number;
  /** With each full payment of a subscription: what its parcels cost together, and how many they are. */
  each?: { fee: number; parcels: number };
}

/**
 * What sending a line costs; null where nothing of it is sent, or the address is not known yet.
 * @returns a refusal where it is not sent to that country
 */
export function sendingOf(
  {
    price,
    terms,
    sendTo,
    productIds,
  }: { price: Price; terms: Pick<Terms, 'kind'>; sendTo: LineChoice['sendTo']; productIds: readonly ProductId[] },
  release: Release,
): LineSending | RefusalOf<'not-sent-there'> | null {
  return sendTo && isSent(release, productIds) ? sendingFor({ terms, sending: price.sending }, sendTo) : null;
}

/** What sending a price's parcel or parcels to a country costs. @returns a refusal where it is not sent there */
export function sendingFor(
  { terms, sending }: { terms: Pick<Terms, 'kind'>; sending: Price['sending'] },
  sendTo: NonNullable<LineChoice['sendTo']>,
): LineSending | RefusalOf<'not-sent-there'> {
  const fee = sendingFee(sending, sendTo.country);
  if (fee === null) return refuse('not-sent-there', { country: sendTo.country });
  const parcels = terms.kind === 'subscription' ? sending?.parcels : undefined;
  return parcels === undefined
    ? { ...sendTo, once: fee }
    : { ...sendTo, once: 0, each: { fee: fee * parcels, parcels } };
}

/** Whether something of what is opened is sent by post. */
export const isSent = ({ content }: Pick<Release, 'content'>, productIds: readonly ProductId[]): boolean =>
  sentOf(content, productIds).length > 0;

/** What of it is sent by post. */
export const sentOf = (
  { products }: Pick<Release['content'], 'products'>,
  productIds: readonly ProductId[],
): ProductId[] => productIds.filter((id) => products.some((p) => p.id === id && isSentByPost(p)));
