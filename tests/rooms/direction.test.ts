import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, expect, test } from '@jest/globals';
import { directionOf, languageOf, MIRRORED } from '#core/words';
import { CARD, openShop, type TestShop } from '../support/counter';
import { Buyer } from '../../demo/clients';
import { entered, mailsTo } from '../support/mails';
import { releaseContent } from '../support/release';

// Pages, member area and emails are laid out by start and end. In components lint sees to it; here it is styles, and
// what goes out to whoever reads from right to left.

let shop: TestShop | null = null;
afterEach(() => shop?.close());

/** What names a side in a style sheet. */
const SIDES =
  /(^|[\s;{])((margin|padding|border)-(left|right)|border-(top|bottom)-(left|right)-radius|(left|right)|(text-align|float|clear): *(left|right))\s*[:;]|box-shadow: *(inset +)?-?[1-9]|(^|[\s;{])(margin|padding|inset): *\S+ +\S+ +\S+ +\S+;/;

test('no style sheet of pages, member area or what they share names a side', () => {
  for (const bad of [
    ' margin-left: 1px;',
    '{left: 0;',
    'float: right;',
    ' padding: 1px 2px 3px 4px;',
    'text-align: left;',
  ])
    expect(SIDES.test(bad)).toBe(true);
  for (const good of [' margin-inline-start: 1px;', 'padding: 1px 2px;', 'margin: 4px 0 0;', ' --left: 3px;'])
    expect(SIDES.test(good)).toBe(false);
  for (const room of ['src/pages', 'src/member', 'src/ui'])
    for (const name of readdirSync(room, { recursive: true, encoding: 'utf8' }).filter((file) =>
      file.endsWith('.css'),
    )) {
      const lines = readFileSync(join(room, name), 'utf8').split('\n');
      expect([name, lines.filter((line) => SIDES.test(line))]).toEqual([name, []]);
    }
});

test('the mirrored test language is English read from right to left; languages of people keep their own direction', () => {
  expect([languageOf(MIRRORED), directionOf(MIRRORED)]).toEqual(['en', 'rtl']);
  expect(['en', 'de', 'en-GB', 'pt', 'ar', 'ar-EG', 'he', 'fa', 'ur'].map(directionOf)).toEqual([
    'ltr',
    'ltr',
    'ltr',
    'ltr',
    'rtl',
    'rtl',
    'rtl',
    'rtl',
    'rtl',
  ]);
});

test('a shop in it says so on every page, in the member area and in its emails', async () => {
  const content = releaseContent();
  content.shop = { ...content.shop, locale: MIRRORED };
  shop = await openShop({ content });
  const tove = new Buyer(shop.counter.address);
  const direction = async (href: string): Promise<string | undefined> =>
    /<html[^>]* dir="(\w+)"/.exec(await (await tove.fetch(href)).text())?.[1];
  expect(await direction('/field-pack')).toBe('rtl');
  expect(await direction('/field-pack/checkout')).toBe('rtl');
  await tove.pay(await tove.openCheckout('field-pack'), { name: 'Tove', address: 'tove@example.org' }, CARD.good);
  expect(await direction('/field-pack/thanks')).toBe('rtl');
  const hers = await entered(shop, 'tove@example.org');
  expect(await (await hers.fetch('/member/api/me')).json()).toMatchObject({ language: 'en', direction: 'rtl' });
  for (const mail of await mailsTo(shop.folder, 'tove@example.org')) expect(mail.html).toMatch(/<html[^>]* dir="rtl"/);
});
