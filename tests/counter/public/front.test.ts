import { afterEach, expect, test } from '@jest/globals';
import { linksPage, type Path, shopFront } from '#core/paths';
import type { BlockOf, Page } from '#core/pages';
import { type DraftContent, launchCheck, type ReleaseContent, sealContent, unsealContent } from '#core/release';
import { openShop, type TestShop } from '../../support/counter';
import { draftContent } from '../../support/release';

// Pages of the shop's own that sell nothing: a front with shelves, and a page of links.
let shop: TestShop;
afterEach(() => shop.close());
const look = async (href: string): Promise<Response> => fetch(shop.counter.address + href, { redirect: 'manual' });
const html = async (href: string): Promise<string> => (await look(href)).text();

function content(
  edit: (draft: DraftContent, made: { front: Path; links: Path; pages: Page[] }) => void = () => undefined,
): ReleaseContent {
  const draft = draftContent();
  const [first] = draft.offers;
  if (!first) throw new Error('no offer');
  let count = 0;
  const known = {
    offer: { id: first.id, title: first.title, products: [] },
    paths: draft.paths.map(({ id, title }) => ({ id, title })),
    shopName: 'Test school',
    locale: 'en',
    taken: new Set(draft.paths.map((p) => p.address)),
    short: () => 'k7Qm',
    next: (prefix: string) => `${prefix}_f${(count += 1)}`,
  };
  const [front, links] = [shopFront.make(known), linksPage.make(known)];
  draft.paths.push(front.path, links.path);
  draft.pages.push(...front.pages, ...links.pages);
  edit(draft, { front: front.path, links: links.path, pages: [...front.pages, ...links.pages] });
  return sealContent(draft);
}
const blockOf = <K extends 'shelf' | 'links'>(pages: Page[], kind: K): BlockOf<K> => {
  const found = pages.flatMap((p) => p.blocks).find((b) => b.kind === kind);
  if (!found) throw new Error(`no ${kind}`);
  return found as BlockOf<K>;
};

test('a front shows what the shop sells with its prices, each leading to its path; it is counted, and sells nothing', async () => {
  shop = await openShop({ content: content() });
  const page = await html('/shop');
  expect(page).toMatch(/<a href="\/field-pack"[^>]*>.*Field pack.*€24\.00 or €68\.00/s);
  expect(page).toMatch(/<a href="\/free-minute"/);
  expect(page).not.toMatch(/schema\.org/);
  // It stands in no list of what is sold, and no checkout is behind it.
  expect(await html('/')).not.toMatch(/href="\/shop"/);
  expect((await look('/shop/checkout')).status).toBe(404);
});

test('what is over or off sale is not on the shelf any more, also while the same page is live', async () => {
  shop = await openShop({
    content: content((draft) => {
      const price = draft.offers[0]?.prices[0];
      draft.offers[0]?.prices.splice(1);
      if (price) price.sale = { from: '', until: '2026-06-20' };
    }),
  });
  expect(await html('/shop')).toMatch(/Field pack/);
  await shop.owner.act('/clock', { by: 'week' });
  expect(await html('/shop')).not.toMatch(/Field pack/);
  expect(await html('/shop')).toMatch(/Free minute/);
});

test('links lead to paths and elsewhere; the shop’s own address can show the front', async () => {
  shop = await openShop({
    content: content((draft, { front, pages }) => {
      blockOf(pages, 'links').links.push({
        label: 'Walks on the map',
        to: { kind: 'elsewhere', href: 'https://walks.example/map' },
      });
      draft.shop.frontPathId = front.id;
    }),
  });
  const page = await html('/links');
  expect(page).toMatch(/<a [^>]*href="\/field-pack"[^>]*>Field pack</);
  expect(page).toMatch(/<a [^>]*href="https:\/\/walks\.example\/map"[^>]*>Walks on the map</);
  expect((await look('/')).headers.get('location')).toBe('/shop');
});

test('a front that is taken out is said, and the shop’s own address lists what is sold again', async () => {
  const gone = content((draft, { front }) => {
    draft.shop.frontPathId = front.id;
    draft.paths = draft.paths.filter((p) => p.id !== front.id);
  });
  expect(launchCheck(unsealContent(gone), () => true, '2026-06-15T08:00:00.000Z').map((f) => f.code)).toContain(
    'front-gone',
  );
  shop = await openShop({ content: gone });
  expect(await html('/')).toMatch(/href="\/field-pack"/);
});

test('an address that is none, or that would run a script, is not published', async () => {
  shop = await openShop({ content: content() });
  for (const href of ['', 'walks', 'javascript:alert(1)']) {
    const wrong = content(
      (_, { pages }) => void blockOf(pages, 'links').links.push({ label: 'x', to: { kind: 'elsewhere', href } }),
    );
    const said = await shop.owner.publish(1, wrong);
    expect([said.status, said.body.title]).toEqual([409, expect.stringContaining('has no whole address')]);
  }
});
