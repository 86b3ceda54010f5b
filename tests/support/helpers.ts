import { Owner } from '../../demo/clients';
import type { Rights } from '#core/helpers';
import { type TestShop, until } from './counter';
import { mailsTo } from './mails';

export const LOOKS: Rights = { answer: false, giveBackUpTo: null, edit: false, publish: false, everything: false };

/** Somebody who helps: asked in by the owner, and signed in by the mailed link. @returns the link as well */
export async function helperEntered(
  shop: TestShop,
  who: { name: string; address: string },
  rights: Partial<Rights>,
): Promise<{ owner: Owner; enter: string }> {
  const asked = await shop.owner.act('/helpers', { ...who, rights: { ...LOOKS, ...rights } });
  if (asked.status !== 201) throw new Error(`Nobody was asked in: ${JSON.stringify(asked.body)}`);
  const mails = () => mailsTo(shop.folder, who.address);
  await until(async () => (await mails()).length > 0, 'the link');
  const enter = /\/owner\/enter\/\S+/.exec((await mails()).at(-1)?.text ?? '')?.[0] ?? '';
  const owner = new Owner(shop.counter.address);
  const [looked, entered] = [await owner.fetch(enter), await owner.fetch(enter, { method: 'POST' })];
  if (looked.status !== 200 || entered.headers.get('location') !== '/studio/')
    throw new Error('The link lets nobody in');
  return { owner, enter };
}
