import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { type Path, pointed, withCondition } from '#core/paths';
import type { ReleaseContent } from '#core/release';
import { Buyer, Owner } from '../../../demo/clients';
import { realDisk } from '../../../src/counter/files/disk';
import type { PracticeReport } from '../../../src/wire';
import { CARD, openShop, type TestShop, until } from '../../support/counter';
import { pathContent } from '../../support/pathShop';
import { releaseContent } from '../../support/release';

const TOVE = { name: 'Tove Marsh', address: 'tove@example.org' };
const MONTHLY = { kind: 'subscription', amount: '12' } as const;

/** A pack with an extra, an offer after payment, and another only for who left the extra and said no. */
const content = (): ReleaseContent =>
  pathContent({
    extras: [{ kind: 'once', amount: '7' }],
    offers: [{ kind: 'once', amount: '210' }, MONTHLY],
    edit: (draft) => {
      const [path] = draft.paths;
      const thanks = path?.steps.find((s) => s.kind === 'thanks')?.id ?? '';
      if (path) draft.paths[0] = pointed(path, 'step_o0', 'yes', { kind: 'step', step: thanks });
    },
  });

let shop: TestShop;
beforeEach(async () => {
  shop = await openShop({ content: content() });
});
afterEach(() => shop.close());

const pathOf = (c: ReleaseContent): Path => c.paths[0] ?? never();
const walkFrom = async (
  step: string | null,
  { of = content(), by = shop.owner }: { of?: ReleaseContent; by?: Owner } = {},
): Promise<{ id: string; buyer: Buyer; at: string }> => {
  const path = pathOf(of);
  const begun = await by.act<{ id: string; href: string }>('/practice', {
    content: of,
    path: path.id,
    step: step ?? path.start,
    entrance: null,
  });
  expect(begun.status).toBe(201);
  const buyer = new Buyer(shop.counter.address);
  buyer.cookies.set('keel_walk', by.cookies.get('keel_walk') ?? '');
  const led = await buyer.fetch(begun.body.href);
  return { id: begun.body.id, buyer, at: led.headers.get('location') ?? String(led.status) };
};
const report = async (id: string): Promise<PracticeReport> =>
  (await (await shop.owner.fetch(`/owner/api/practice/${id}`)).json()) as PracticeReport;

test('a walk takes, sends and opens in a shop of its own; the real one knows nothing of it', async () => {
  const { state } = shop.counter.context.runner;
  const before = state.seq;
  const { id, buyer, at } = await walkFrom(null);
  expect(at).toBe('/field-pack');
  expect(await (await buyer.fetch(at)).text()).toContain('Practice run. No money moves');
  const page = await buyer.quoteWith(await buyer.openCheckout('field-pack'), { extras: ['ex_0'] });
  expect((await buyer.pay(page, TOVE, CARD.poor, 0, { extras: ['ex_0'] })).body.state?.status).toBe('refused');
  const paid = await buyer.pay(page, TOVE, CARD.good, 0, { extras: ['ex_0'] });
  const next = paid.body.state?.status === 'paid' ? paid.body.state.next : '';
  const first = await buyer.openOffer(next);
  const second = await buyer.openOffer(await buyer.decline(first));
  expect((await buyer.accept(second)).body.state?.status).toBe('paid');
  await until(async () => (await report(id)).letters.length === 2, 'a receipt for each payment');

  const told = await report(id);
  // 24.00 of the pack and 7.00 beside it; then 12.00 of the membership. The refused card is told apart.
  expect(told.taken.map(({ step, amount, titles }) => [step, amount, titles.length])).toEqual([
    [page.stepId, 3_100, 2],
    ['step_o1', 1_200, 1],
  ]);
  expect(told.refused.map(({ amount }) => amount)).toEqual([3_100]);
  expect(told.letters.map(({ to }) => to)).toEqual([TOVE.address, TOVE.address]);
  expect(told.doors.map(({ open }) => open)).toEqual([true, true, true]);
  expect(await (await buyer.fetch(told.letters[0]?.href ?? '')).text()).toContain(TOVE.address);

  // A month on, the membership is charged there as it would be.
  expect((await shop.owner.act(`/practice/${id}/clock`, { by: 'month' })).status).toBe(200);
  expect((await report(id)).taken.map(({ step, amount }) => [step, amount]).slice(2)).toEqual([[null, 1_200]]);

  expect(state.seq).toBe(before);
  expect(state.orders.size).toBe(0);
  expect(await (await new Buyer(shop.counter.address).fetch('/field-pack')).text()).not.toContain('Practice');
  await shop.owner.act(`/practice/${id}/end`, {});
  expect(readdirSync(join(shop.folder, 'practice'))).toEqual([]);
});

test('from any step: what comes before it is bought and answered, whatever leads there', async () => {
  const by = content();
  const path = pathOf(by);
  const checkout = path.steps.find((s) => s.kind === 'checkout')?.id ?? '';
  const thanks = path.steps.find((s) => s.kind === 'thanks')?.id ?? '';
  // Whoever took the extra is spared the offers.
  by.paths[0] = withCondition(
    path,
    checkout,
    'next',
    { about: 'extra', extraId: 'ex_0', taken: true },
    { kind: 'step', step: thanks },
  );
  for (const step of path.steps) {
    const { buyer, at, id } = await walkFrom(step.id, { of: by });
    const page = await buyer.fetch(at);
    expect([step.id, page.status]).toEqual([step.id, 200]);
    const html = await page.text();
    const after = step.kind === 'offer' || step.kind === 'thanks';
    expect((await report(id)).taken.map(({ amount }) => amount)).toEqual(after ? [2_400] : []);
    if (step.kind === 'offer') {
      const taken = await buyer.accept(await buyer.openOffer(at));
      expect(taken.body.state?.status).toBe('paid');
    }
    if (step.kind === 'thanks') expect(html).toContain('/get/');
    await shop.owner.act(`/practice/${id}/end`, {});
  }
});

describe('who may, and who does not notice', () => {
  const asked = (): object => ({ content: content(), path: 'x', step: 'y', entrance: null });

  test('only the studio lets somebody walk', async () => {
    const stranger = new Owner(shop.counter.address);
    expect((await stranger.act('/practice', asked())).status).toBe(401);
    const { id, buyer } = await walkFrom(null);
    expect((await buyer.fetch(`/owner/api/practice/${id}`)).status).toBe(401);
    // A cookie of one's own making, and another shop's, lead to the shop itself.
    const forger = new Buyer(shop.counter.address);
    const token = shop.owner.cookies.get('keel_walk') ?? '';
    forger.cookies.set('keel_walk', `${token.slice(0, -2)}xx`);
    expect(await (await forger.fetch('/field-pack')).text()).not.toContain('Practice');
    // Beginning in the middle of a path is for practice shops alone.
    const { id: path } = pathOf(content());
    expect((await forger.fetch(`/-/walk/${path}/step_o0`)).status).toBe(404);
    expect(shop.counter.context.runner.state.orders.size).toBe(0);
  });

  test('the studio and its acts stay those of the shop itself', async () => {
    const { buyer } = await walkFrom(null);
    const studio = new Owner(shop.counter.address);
    studio.cookies.set('keel_walk', buyer.cookies.get('keel_walk') ?? '');
    await studio.connect(shop.counter.context.secrets.ownerKey);
    const about = (await (await studio.fetch('/owner/api/about')).json()) as { head: { seq: number } };
    expect(about.head.seq).toBe(shop.counter.context.journal.head().seq);
  });

  test('a practice cookie is none of the shop’s, and the shop’s none of the practice’s', async () => {
    const real = new Buyer(shop.counter.address);
    const page = await real.openCheckout('field-pack');
    const { buyer } = await walkFrom(null);
    await buyer.openCheckout('field-pack');
    const own = [...buyer.cookies.keys()].filter((name) => name !== 'keel_walk');
    expect(own.length).toBeGreaterThan(0);
    expect(own.every((name) => name.startsWith('practice_'))).toBe(true);
    // In the middle of a real checkout somebody walks: the checkout is where it was afterwards.
    for (const [name, value] of buyer.cookies) real.cookies.set(name, value);
    expect((await real.openCheckout('field-pack')).pathId).toBe(page.pathId);
    real.cookies.delete('keel_walk');
    expect((await real.pay(page, TOVE, CARD.good)).body.state?.status).toBe('paid');
    expect(shop.counter.context.runner.state.orders.size).toBe(1);
  });

  test('what cannot be published cannot be walked, in the same words; nothing of it stays', async () => {
    const broken = content();
    broken.paths[0] = { ...pathOf(broken), joins: [] };
    const walked = await shop.owner.act<{ title: string }>('/practice', { ...asked(), content: broken });
    const published = await shop.owner.publish(1, broken);
    expect([walked.status, walked.body.title]).toEqual([published.status, published.body.title]);
    expect(readdirSync(join(shop.folder, 'practice'))).toEqual([]);
  });
});

describe('when it is over', () => {
  test('whoever still walks hears so, and pays nothing at the shop itself', async () => {
    const { id, buyer } = await walkFrom(null);
    const page = await buyer.openCheckout('field-pack');
    await shop.owner.act(`/practice/${id}/end`, {});
    expect((await shop.owner.fetch(`/owner/api/practice/${id}`)).status).toBe(410);
    const pressed = await buyer.json<{ title: string }>('/checkout/pay', { pathId: page.pathId });
    expect([pressed.status, pressed.body.title]).toEqual([410, expect.stringContaining('This practice run has ended')]);
    // What a page fetches by itself tells nobody, and lets nobody go.
    const state = await buyer.fetch(`/checkout/state?path=${page.pathId}`, { headers: { accept: '*/*' } });
    expect([state.status, buyer.cookies.has('keel_walk')]).toEqual([410, true]);
    const told = await buyer.fetch('/field-pack', { headers: { accept: 'text/html,*/*;q=0.8' } });
    expect([told.status, await told.text()]).toEqual([410, expect.stringContaining('This practice run has ended')]);
    // Having heard it, they are at the shop.
    expect((await buyer.fetch('/field-pack')).status).toBe(200);
    expect(buyer.cookies.has('keel_walk')).toBe(false);
  });

  test('begun again: the end of the one before ends that alone', async () => {
    const first = await walkFrom(null);
    const second = await walkFrom(null);
    // As the studio does: the new one stands, then the old one goes; both in one browser.
    await shop.owner.act(`/practice/${first.id}/end`, {});
    expect(shop.owner.cookies.get('keel_walk')).toBe(second.buyer.cookies.get('keel_walk'));
    expect(await (await second.buyer.fetch('/field-pack')).text()).toContain('Practice run. No money moves');
    await shop.owner.act(`/practice/${second.id}/end`, {});
    // A page of it may still stand in another tab: the next one asked for says so, and only then is it the shop.
    const asked = { headers: { accept: 'text/html' } };
    const told = await shop.owner.fetch('/field-pack', asked);
    expect([told.status, (await told.text()).includes('This practice run has ended')]).toEqual([410, true]);
    expect(shop.owner.cookies.has('keel_walk')).toBe(false);
    expect((await shop.owner.fetch('/field-pack', asked)).status).toBe(200);
  });

  test('while its time passes, and while somebody pays in it: these come to their end first', async () => {
    const { id, buyer } = await walkFrom('step_o1');
    expect((await buyer.accept(await buyer.openOffer('/field-pack/offer-2'))).body.state?.status).toBe('paid');
    const page = await buyer.openCheckout('field-pack', 'checkout?again');
    const [moved, paid, ended, twice] = await Promise.all([
      shop.owner.act<{ now: string }>(`/practice/${id}/clock`, { by: 'month' }),
      buyer.pay(page, TOVE, CARD.good),
      new Promise((go) => setTimeout(go, 30)).then(() => shop.owner.act(`/practice/${id}/end`, {})),
      new Promise((go) => setTimeout(go, 30)).then(() => shop.owner.act(`/practice/${id}/end`, {})),
    ]);
    expect([moved.status, ended.status, twice.status]).toEqual([200, 200, 200]);
    // Paid in time, or told that it is over; never an error that says nothing.
    expect([200, 409, 410]).toContain(paid.status);
    await until(() => readdirSync(join(shop.folder, 'practice')).length === 0, 'an empty folder');
  });

  test('by the link over each page', async () => {
    const { buyer } = await walkFrom(null);
    expect((await buyer.fetch('/-/practice/end')).headers.get('location')).toBe('/');
    expect(await (await buyer.fetch('/field-pack')).text()).not.toContain('Practice');
  });

  test('the fourth takes the place of the one used longest ago; none outlives the shop', async () => {
    const ids: string[] = [];
    for (let n = 0; n < 4; n += 1) ids.push((await walkFrom(null)).id);
    const standing = await Promise.all(ids.map(async (id) => (await shop.owner.fetch(`/owner/api/practice/${id}`)).ok));
    expect(standing).toEqual([false, true, true, true]);
    await shop.restart();
    expect(existsSync(join(shop.folder, 'practice', ids[3] ?? ''))).toBe(false);
  });
});

test('where the disk is full it is said, nothing of it stays, and the shop itself goes on', async () => {
  const full = await openShop({
    content: content(),
    disk: {
      ...realDisk,
      replace: (path, text) =>
        path.includes('/practice/') ? Promise.reject(new Error('ENOSPC: no space left')) : realDisk.replace(path, text),
    },
  });
  try {
    const walk = { content: content(), path: pathOf(content()).id, step: 'x', entrance: null };
    const refused = await full.owner.act<{ title: string }>('/practice', walk);
    expect([refused.status, refused.body.title]).toEqual([503, expect.stringContaining('Your draft is safe')]);
    expect(readdirSync(join(full.folder, 'practice'))).toEqual([]);
    const buyer = new Buyer(full.counter.address);
    const paid = await buyer.pay(await buyer.openCheckout('field-pack'), TOVE, CARD.good);
    expect(paid.body.state?.status).toBe('paid');
  } finally {
    await full.close();
  }
});

test('a shop that strangers reach has no stand-ins, and its practice has them for who walks', async () => {
  const open = await openShop({ content: releaseContent() });
  const { folder } = open;
  await open.counter.close();
  const { createCounter } = await import('../../../src/counter/createCounter');
  const counter = await createCounter({
    dataFolder: folder,
    clientFolder: 'dist/client',
    mode: 'test',
    port: 0,
    publicAddress: 'http://shop.example',
  });
  try {
    const owner = new Owner(counter.address);
    await owner.connect(counter.context.secrets.ownerKey);
    const of = releaseContent();
    const begun = await owner.act<{ href: string }>('/practice', {
      content: of,
      path: pathOf(of).id,
      step: pathOf(of).steps.find((s) => s.kind === 'thanks')?.id,
      entrance: null,
    });
    const buyer = new Buyer(counter.address);
    expect((await buyer.fetch('/standin/mail/')).status).toBe(404);
    buyer.cookies.set('keel_walk', owner.cookies.get('keel_walk') ?? '');
    expect((await buyer.fetch(begun.body.href)).headers.get('location')).toBe('/field-pack/thanks');
    expect((await buyer.filesOfThanks('field-pack')).length).toBeGreaterThan(0);
    const letters = await (await buyer.fetch('/standin/mail/')).text();
    expect(letters).toContain('practice-1@example.org');
  } finally {
    await counter.close();
    await open.close().catch(() => undefined);
  }
});

function never(): never {
  throw new Error('no path');
}
