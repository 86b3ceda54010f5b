import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { Buyer } from '../../../demo/clients';
import { Networks } from '../../../src/counter/shared/networks';
import type { About } from '../../../src/wire';
import { CARD, openShop, type TestShop } from '../../support/counter';
import { releaseContent } from '../../support/release';

let shop: TestShop;
beforeAll(async () => {
  shop = await openShop({ content: releaseContent() });
});
afterAll(() => shop.close());

const unusual = async () => ((await (await shop.owner.fetch('/owner/api/about')).json()) as About).unusual;

test('six networks on one day are unusual, five are not; addresses of one network are one, and a new day begins anew', () => {
  const seen = new Networks();
  for (const ip of [
    '10.0.1.7',
    '::ffff:10.0.1.9',
    '10.0.1.200',
    '10.0.2.1',
    '10.0.3.1',
    '10.0.4.1',
    '2001:db8:1:2::5',
    '2001:db8:1:ffff::1',
  ])
    seen.note('u1', ip, '2026-06-15');
  expect(seen.unusual('2026-06-15')).toEqual([]);
  seen.note('u1', '2001:db8:2::5', '2026-06-15');
  expect(seen.unusual('2026-06-15')).toEqual([{ personId: 'u1', networks: 6 }]);
  expect(JSON.stringify(seen)).toBe('{}');
  expect(seen.unusual('2026-06-16')).toEqual([]);
});

test('it is told to the seller, who ends every way in; a fresh link lets its owner in again, and nothing is lost', async () => {
  const buyer = new Buyer(shop.counter.address);
  await buyer.pay(await buyer.openCheckout('field-pack'), { name: 'Tove', address: 'tove@example.org' }, CARD.good);
  const { context } = shop.counter;
  const id = context.people.find('tove@example.org')?.id ?? '';
  const phone = new Buyer(shop.counter.address);
  await phone.fetch(`/member/enter/${await context.doors.makeLink(id, 60_000)}`, { method: 'POST' });
  const [file = ''] = await buyer.filesOfThanks('field-pack');
  // Five networks of the day, and one more that asks for a file.
  const five = (): void => {
    for (let i = 1; i <= 5; i += 1) context.networks.note(id, `198.51.${i}.4`, '2026-06-15');
  };
  five();
  expect(await unusual()).toEqual([]);
  expect((await buyer.fetch(file)).status).toBe(200);
  expect(await unusual()).toEqual([{ personId: id, sentence: 'Tove downloaded from 6 networks today.' }]);
  const stranger = new Buyer(shop.counter.address);
  expect(
    (
      await stranger.fetch(`/owner/api/people/${id}/ways/end`, {
        method: 'POST',
        headers: { 'x-keel': '1', origin: shop.counter.address },
      })
    ).status,
  ).toBe(401);
  expect((await phone.json('/member/api/name', { name: 'Tove M' })).status).toBe(200);
  const shared = await context.doors.makeLink(id, 60_000);
  expect((await shop.owner.act(`/people/${id}/ways/end`, {})).status).toBe(200);
  expect(context.doors.lookAtLink(shared)).toBeNull();
  expect(await unusual()).toEqual([]);
  expect((await phone.json('/member/api/name', { name: 'Tove' })).status).toBe(401);
  const again = new Buyer(shop.counter.address);
  await again.fetch(`/member/enter/${await context.doors.makeLink(id, 60_000)}`, { method: 'POST' });
  expect(((await (await again.fetch('/member/api/me')).json()) as { things: unknown[] }).things).toHaveLength(1);
  // Five more networks and it is said again.
  five();
  expect((await buyer.fetch(file)).status).toBe(403);
  await again.fetch(file);
  expect(await unusual()).toHaveLength(1);
  await shop.owner.act(`/people/${id}/ways/fine`, {});
  expect(await unusual()).toEqual([]);
});
