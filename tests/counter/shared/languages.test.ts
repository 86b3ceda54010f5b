import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { Buyer } from '../../../demo/clients';
import { CARD, openShop, type TestShop, until } from '../../support/counter';
import { mailsIn } from '../../support/mails';
import { releaseContent } from '../../support/release';

// What a buyer reads in German, from the sales page to the receipt; the owner's side stays English.
let shop: TestShop;
beforeEach(async () => {
  const content = releaseContent();
  shop = await openShop({ content: { ...content, shop: { ...content.shop, languages: ['de'] } } });
});
afterEach(() => shop.close());

const LINA = { name: 'Lina Dorn', address: 'lina@example.org' };
const mails = () => mailsIn(shop.folder);
const pageIn = async (accept: string, path = '/field-pack/checkout'): Promise<string> =>
  (await fetch(shop.counter.address + path, { headers: { 'accept-language': accept } })).text();

test('the browser’s language where it is switched on, else the shop’s own; what was chosen on the page comes first', async () => {
  const languageOf = (html: string): string | undefined => /<html lang="([^"]+)"/.exec(html)?.[1];
  expect(languageOf(await pageIn('de-CH,de;q=0.9,en;q=0.5'))).toBe('de');
  expect(languageOf(await pageIn('fr,pt;q=0.8'))).toBe('en');
  expect(languageOf(await pageIn('fr,de;q=0.3'))).toBe('de');
  expect(languageOf(await pageIn('de;q=0,en'))).toBe('en');
  expect(languageOf(await pageIn(''))).toBe('en');
  const reader = new Buyer(shop.counter.address);
  await reader.fetch('/-/language/de');
  expect(languageOf(await (await reader.fetch('/field-pack/checkout')).text())).toBe('de');
  // A language that is not switched on is not taken, whoever asks for it.
  await reader.fetch('/-/language/fr');
  expect(languageOf(await (await reader.fetch('/field-pack/checkout')).text())).toBe('de');
});

test('bought in German: checkout, refusal, receipt and member area; the order keeps its language', async () => {
  const lina = new Buyer(shop.counter.address);
  await lina.fetch('/-/language/de');
  const checkout = await lina.openCheckout('field-pack');
  expect(checkout.language).toBe('de');
  expect(checkout.prices.map((p) => p.dueToday)).toEqual(['24,00\u00a0€', '68,00\u00a0€']);
  const html = await (await lina.fetch('/field-pack/checkout')).text();
  expect(html).toMatch(/heute/);
  expect(html).not.toMatch(/ today|How would you like|Card number|E-mail address/);

  const refused = await lina.pay(checkout, LINA, CARD.poor);
  expect(refused.body.state).toMatchObject({ status: 'refused' });
  expect(JSON.stringify(refused.body)).not.toMatch(/[Nn]othing was charged|The card/);
  const paid = await lina.pay(checkout, LINA, CARD.good);
  expect(paid.body.state).toEqual({ status: 'paid', next: '/field-pack/thanks' });
  const [order] = [...shop.counter.context.runner.state.orders.values()];
  expect(order?.language).toBe('de');

  await until(async () => (await mails()).length === 1, 'the receipt');
  const [mail] = await mails();
  expect(mail?.subject).toBe('[Test] Ihre Bestellung: Field pack');
  expect(mail?.text).toContain('24,00\u00a0€');
  expect(mail?.text).not.toMatch(/\b(Receipt|order|Thanks|Open|your)\b/);

  // Sent in the order's language although the next reader's browser asks for English.
  const enter = /\/member\/enter\/\S+/.exec(mail?.text ?? '')?.[0] ?? '';
  const phone = new Buyer(shop.counter.address);
  await phone.fetch(enter);
  expect((await phone.fetch(enter, { method: 'POST' })).status).toBe(303);
  expect((await phone.fetch('/member/api/me')).status).toBe(200);
});
