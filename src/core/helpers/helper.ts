import * as z from 'zod';
import { formatAmount } from '#core/money';

/** What a helper may do. Whoever has a sign-in may look. */
export const Rights = z.strictObject({
  /** Answer people, send them links, and do what those could do themselves with their plans and subscriptions. */
  answer: z.boolean(),
  /** Give money back, of one order up to so much in all: minor units of the shop's currency; null is not at all. */
  giveBackUpTo: z.int().min(1).nullable(),
  /** Bring files into the shop. */
  edit: z.boolean(),
  publish: z.boolean(),
  /** All that the owner may, other helpers included. */
  everything: z.boolean(),
});
export type Rights = z.infer<typeof Rights>;
export type Right = 'answer' | 'give-back' | 'edit' | 'publish' | 'everything';

/** Somebody who helps in the shop, with a sign-in of their own. */
export const Helper = z.strictObject({
  id: z.string().max(60),
  name: z.string().max(200),
  address: z.string().max(254),
  rights: Rights,
  since: z.string(),
});
export type Helper = z.infer<typeof Helper>;

export const MAY_ALL: Rights = { answer: true, giveBackUpTo: null, edit: true, publish: true, everything: true };

/** Whether somebody may do this at all; how much may be given back is asked of `mayGiveBack`. */
export function mayDo(rights: Rights, right: Right): boolean {
  if (rights.everything) return true;
  if (right === 'give-back') return rights.giveBackUpTo !== null;
  if (right === 'edit') return rights.edit || rights.publish;
  return right !== 'everything' && rights[right];
}

/** Whether somebody may give so much of one order back. @param inAll minor units: what of it is back or on its way, and this */
export const mayGiveBack = (rights: Rights, inAll: number, isShopCurrency: boolean): boolean =>
  rights.everything || (isShopCurrency && rights.giveBackUpTo !== null && inAll <= rights.giveBackUpTo);

/** "answers and sends links, gives back up to €50.00 of an order, publishes": for the owner, in English. */
export function rightsInWords(rights: Rights, currency: string, locale: string): string {
  if (rights.everything) return 'may do everything';
  const parts = [
    ...(rights.answer ? ['answers and sends links'] : []),
    ...(rights.giveBackUpTo === null
      ? []
      : [`gives back up to ${formatAmount(rights.giveBackUpTo, currency, locale)} of an order`]),
    ...(rights.edit ? ['edits'] : []),
    ...(rights.publish ? ['publishes'] : []),
  ];
  return parts.length === 0 ? 'only looks' : parts.join(', ');
}
