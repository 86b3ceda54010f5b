import { machineNow } from '../../support/waiting';
import { createHash } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { addMs, HOUR } from '#core/calendar';
import { richFromPlain } from '#core/catalogue';
import { Buyer, Owner } from '../../../demo/clients';
import { signToken } from '../../../src/counter/http/signing';
import { CARD, openShop, type TestShop } from '../../support/counter';
import { asDownload, FILE_BYTES, FILE_SHA, releaseContent } from '../../support/release';

// Source: OWASP ASVS 5.0 level 2, by chapter (numbers from memory): V1 encoding and V3 front end (words, headers),
// V2 business logic (own amounts), V5 files (links, parts, what a browser may run), V6 and V7 signing in and
// sessions (links used once, the same answer for everybody), V8 authorisation (another's file or receipt, the
// owner's side), V9 self-contained tokens (changed, cut off, for another purpose).
const NASTY = `<script>alert(1)</script> "'>&lt; 🐦 مرحبا \u202Eexe.fdp ${'x'.repeat(250)}`;
let shop: TestShop;
let tove: Buyer;
let link: string;

beforeAll(async () => {
  const content = releaseContent();
  for (const product of content.products)
    Object.assign(product, {
      title: NASTY.slice(0, 200),
      promise: NASTY.slice(0, 300),
      description: richFromPlain(`${NASTY}\n${NASTY}`),
      benefits: [NASTY.slice(0, 290)],
    });
  for (const offer of content.offers) {
    offer.title = NASTY.slice(0, 200);
    for (const price of offer.prices) price.name = `${price.name}${NASTY.slice(0, 80)}`;
  }
  for (const page of content.pages)
    for (const block of page.blocks)
      if (block.kind === 'headline') Object.assign(block, { text: NASTY.slice(0, 290), under: NASTY.slice(0, 290) });
  content.shop.name = NASTY.slice(0, 80);
  content.shop.legal.terms = NASTY;
  shop = await openShop({ content });
  tove = new Buyer(shop.counter.address);
  await tove.pay(
    await tove.openCheckout('field-pack'),
    { name: NASTY.slice(0, 250), address: 'tove@example.org' },
    CARD.good,
  );
  link = (await tove.filesOfThanks('field-pack'))[0] ?? '';
});
afterAll(() => shop.close());

const stranger = (): Buyer => new Buyer(shop.counter.address);

describe('words', () => {
  test.each(['/', '/field-pack', '/field-pack/checkout', '/field-pack/thanks', '/legal/terms', '/nowhere'])(
    'nothing typed becomes markup on %s',
    async (path) => {
      const html = await (await tove.fetch(path)).text();
      expect(html).not.toContain('<script>alert');
      expect(html.match(/<script(?! type="(application\/json|application\/ld\+json|module)")/g)).toBeNull();
    },
  );
  test('the receipt is sent and drawn with them', async () => {
    await shop.counter.context.runner.settle();
    const order = [...shop.counter.context.runner.state.orders.values()][0];
    expect(shop.counter.context.runner.state.pending.size).toBe(0);
    const secret = await shop.counter.context.doors.makeLink(order?.personId ?? '', 60_000);
    const phone = stranger();
    await phone.fetch(`/member/enter/${secret}`, { method: 'POST' });
    expect((await phone.fetch('/member/papers/R-00001.pdf')).headers.get('content-type')).toBe('application/pdf');
    expect((await phone.fetch('/member/papers/R-00002.pdf')).status).toBe(404);
  });
});

describe('links to files', () => {
  test('another visitor is sent to sign in', async () => expect((await stranger().fetch(link)).status).toBe(403));
  test('changed, cut off, made up', async () => {
    const token = link.slice(5);
    const [payload = '', signature = ''] = token.split('.');
    const other = Buffer.from(
      JSON.stringify({
        ...(JSON.parse(Buffer.from(payload, 'base64url').toString()) as object),
        u: '2099-01-01T00:00:00.000Z',
      }),
    ).toString('base64url');
    for (const bad of [
      `${other}.${signature}`,
      payload,
      `${token}x`,
      token.slice(2),
      '../../../secrets.json',
      '%2e%2e%2fsecrets.json',
    ])
      expect((await tove.fetch(`/get/${bad}`)).status).toBeGreaterThanOrEqual(400);
  });
  test('a file of the shop that this pass does not open', async () => {
    const pass = [...shop.counter.context.runner.state.passes.keys()][0];
    const other =
      shop.counter.context.runner.state.release === null ? '' : asDownload(releaseContent().products[1]).files[0]?.id;
    const token = signToken(shop.counter.context.secrets.signing, 'file', {
      p: pass,
      f: other,
      u: '2099-01-01T00:00:00.000Z',
    });
    expect((await tove.fetch(`/get/${token}`)).status).toBe(403);
  });
  // Source: RFC 9110 §14.1.2 and §15.3.7, §15.5.17: first 500 bytes, last 500 bytes, beyond the end.
  test('parts of a file', async () => {
    const part = async (range: string): Promise<[number, string | null, number]> => {
      const response = await tove.fetch(link, { headers: { range } });
      return [response.status, response.headers.get('content-range'), (await response.arrayBuffer()).byteLength];
    };
    const all = FILE_BYTES.length;
    expect(await part('bytes=0-499')).toEqual([206, `bytes 0-499/${all}`, 500]);
    expect(await part('bytes=-500')).toEqual([206, `bytes ${all - 500}-${all - 1}/${all}`, 500]);
    expect(await part(`bytes=${all}-`)).toEqual([416, `bytes */${all}`, 0]);
    expect([...shop.counter.context.runner.state.fileUses.values()].map((u) => u.count)).toEqual([1]);
  });
  test('delivered as a download that no browser runs', async () => {
    const { headers } = await tove.fetch(link);
    expect(headers.get('content-disposition')).toMatch(/^attachment/);
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('content-security-policy')).toBe('sandbox');
  });
  test('what is sold is not among the public pictures', async () =>
    expect((await stranger().fetch(`/pictures/${FILE_SHA}`)).status).toBe(404));
  test('too often: a polite page; too old: another', async () => {
    for (let day = 1; day < 10; day += 1) {
      shop.counter.context.demoClock?.moveTo(addMs('2026-06-15T08:00:00.000Z', day * 25 * HOUR));
      const fresh = await signedIn();
      expect((await fresh.buyer.fetch(fresh.link)).status).toBe(200);
    }
    shop.counter.context.demoClock?.moveTo('2026-06-26T09:00:00.000Z');
    expect((await tove.fetch(link)).status).toBe(410);
    const fresh = await signedIn();
    const refused = await fresh.buyer.fetch(fresh.link);
    expect([refused.status, await refused.text()]).toEqual([
      429,
      expect.stringContaining('downloaded this file 10 times'),
    ]);
    expect((await fresh.buyer.fetch(fresh.link, { headers: { range: 'bytes=1-' } })).status).toBe(429);
  });
});

async function signedIn(): Promise<{ buyer: Buyer; link: string }> {
  const person = [...shop.counter.context.people.all()].find((p) => p.address === 'tove@example.org');
  const buyer = stranger();
  await buyer.fetch(`/member/enter/${await shop.counter.context.doors.makeLink(person?.id ?? '', 60_000)}`, {
    method: 'POST',
  });
  const me = (await (await buyer.fetch('/member/api/me')).json()) as { things: { files: { href: string }[] }[] };
  return { buyer, link: me.things[0]?.files[0]?.href ?? '' };
}

describe('money and people', () => {
  test('a request that names its own amount is not understood', async () => {
    const buyer = stranger();
    const checkout = await buyer.openCheckout('field-pack');
    const price = checkout.prices[0];
    const body = {
      pathId: checkout.pathId,
      priceId: price?.id,
      shown: price?.shown,
      name: 'X',
      address: 'x@example.org',
      card: await buyer.token(CARD.good),
    };
    for (const extra of [{ amount: 1 }, { dueToday: 0 }, { quote: { dueToday: 1 } }])
      expect((await buyer.json('/checkout/pay', { ...body, ...extra })).status).toBe(422);
    // The free price of another offer cannot be put in for this one.
    expect((await buyer.json('/checkout/pay', { ...body, priceId: 'pr_free' })).status).toBe(409);
    expect((await buyer.json('/checkout/pay', { ...body, shown: '0'.repeat(64) })).body).toMatchObject({
      code: 'quote-changed',
    });
    expect((await stranger().json('/checkout/pay', body)).status).toBe(409);
  });
  test('a typed address opens nothing of that person, and does not change their name', async () => {
    const thief = stranger();
    await thief.pay(
      await thief.openCheckout('free-minute'),
      { name: 'Somebody else', address: ' TOVE@example.org ' },
      null,
    );
    const html = await (await thief.fetch('/free-minute/thanks')).text();
    expect(html).not.toContain('alert(1)&#60;/script&#62;, One');
    expect((await thief.fetch('/field-pack/thanks')).status).toBe(200);
    expect(await thief.filesOfThanks('field-pack')).toEqual([]);
    expect((await thief.fetch('/member/papers/R-00001.pdf')).status).toBe(401);
    expect([...shop.counter.context.people.all()].filter((p) => p.address === 'tove@example.org')).toHaveLength(1);
  });
  test('asking for a link answers the same for known and unknown addresses', async () => {
    const answers = [];
    for (const address of ['tove@example.org', 'nobody@example.org'])
      answers.push(await stranger().json('/member/api/ask', { address }));
    expect(answers[0]).toEqual(answers[1]);
  });
});

describe('the owner’s side', () => {
  test.each([
    '/about',
    '/releases/live',
    '/journal?after=0',
    '/journal/newest?orders=5',
    '/journal/live',
    `/vault/${FILE_SHA}`,
  ])('%s is closed without the key', async (path) =>
    expect((await stranger().fetch(`/owner/api${path}`)).status).toBe(401),
  );
  test('a wrong key; the right cookie from another site', async () => {
    await expect(new Owner(shop.counter.address).connect('wrong')).rejects.toThrow('not taken');
    const cookie = [...shop.owner.cookies].map(([n, v]) => `${n}=${v}`).join('; ');
    const cross = (headers: Record<string, string>): Promise<Response> =>
      fetch(`${shop.counter.address}/owner/api/refunds`, {
        method: 'POST',
        headers: { cookie, 'content-type': 'application/json', ...headers },
        body: '{}',
      });
    expect((await cross({ 'x-keel': '1', origin: 'https://evil.example' })).status).toBe(403);
    expect((await cross({ origin: shop.counter.address })).status).toBe(403);
    expect((await cross({ 'x-keel': '1', origin: 'null' })).status).toBe(403);
    expect((await cross({ 'x-keel': '1', origin: shop.counter.address })).status).toBe(422);
  });
  test('a release with a missing file, or a file that is not what it says, changes nothing', async () => {
    const before = shop.counter.context.runner.state.release;
    const content = releaseContent();
    const file = asDownload(content.products[0]).files[0];
    if (file) file.sha256 = 'a'.repeat(64);
    const answer = await shop.owner.publish(before, content);
    expect([answer.status, answer.body.title]).toEqual([409, expect.stringContaining('is not here. Add it again.')]);
    const wrong = await shop.owner.fetch(`/owner/api/vault/${'a'.repeat(64)}`, {
      method: 'PUT',
      headers: { 'x-keel': '1', origin: shop.counter.address, 'content-type': 'application/octet-stream' },
      body: 'not that',
    });
    expect(wrong.status).toBe(422);
    expect(shop.counter.context.vault.has('a'.repeat(64))).toBe(false);
    expect(shop.counter.context.runner.state.release).toBe(before);
  });
  test('notices are believed only when signed', async () => {
    const body = JSON.stringify({
      id: 'x',
      kind: 'dispute-opened',
      key: 'x',
      data: { disputeId: 'd', paymentId: 'p', amount: 1, answerBy: 1 },
    });
    const signed: Record<string, string>[] = [
      {},
      { 'notice-time': String(machineNow()), 'notice-signature': createHash('sha256').update(body).digest('hex') },
    ];
    for (const headers of signed) {
      expect(
        (
          await fetch(`${shop.counter.address}/notices/payments`, {
            method: 'POST',
            headers: { 'content-type': 'application/json', ...headers },
            body,
          })
        ).status,
      ).toBe(401);
    }
  });
  test('the mirror’s cursor: goes on where it stopped, another history is told', async () => {
    const lines = async (query: string): Promise<{ status: number; seqs: number[] }> => {
      const response = await shop.owner.fetch(`/owner/api/journal?${query}`);
      return {
        status: response.status,
        seqs: response.ok
          ? (await response.text())
              .trim()
              .split('\n')
              .filter(Boolean)
              .map((l) => (JSON.parse(l) as { seq: number }).seq)
          : [],
      };
    };
    await shop.counter.context.runner.synced();
    const head = shop.counter.context.journal.head();
    const all = await lines('after=0');
    expect(all.seqs).toEqual(Array.from({ length: head.seq }, (_, i) => i + 1));
    expect((await lines(`after=${head.seq - 2}`)).seqs).toEqual([head.seq - 1, head.seq]);
    expect(await lines(`after=${head.seq}&hash=${head.hash}`)).toEqual({ status: 200, seqs: [] });
    expect((await lines(`after=2&hash=${'0'.repeat(64)}`)).status).toBe(409);
  });
});

test('every answer of ours forbids frames, foreign scripts and plug-ins', async () => {
  for (const path of ['/', '/field-pack/checkout', '/member/', '/studio/', '/nowhere']) {
    const csp = (await stranger().fetch(path)).headers.get('content-security-policy') ?? '';
    for (const rule of ["script-src 'self'", "object-src 'none'", "base-uri 'none'", "frame-ancestors 'none'"])
      expect(csp).toContain(rule);
  }
});
