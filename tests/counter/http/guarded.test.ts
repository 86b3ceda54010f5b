import { connect } from 'node:net';
import { afterEach, describe, expect, test } from '@jest/globals';
import { newProduct } from '#core/catalogue';
import type { ReleaseContent } from '#core/release';
import { Buyer, Owner } from '../../../demo/clients';
import type { CounterOptions } from '../../../src/counter/options';
import type { Me } from '../../../src/wire';
import { listen, mostConnections } from '../../../src/counter/listen';
import { CARD, openShop, type TestShop, until } from '../../support/counter';
import { contentSelling } from '../../support/release';
import { mailsTo as mailsToIn, signedInAt } from '../../support/mails';

// Who comes in and who does not, by requests from outside. OWASP ASVS 5.0 level 2 chapters in docs/security.md.
const TOVE = { name: 'Tove Marsh', address: 'tove@example.org' };
const ILMAR = { name: 'Ilmar Quill', address: 'ilmar@example.org' };

let shop: TestShop;
let security: string[] = [];
afterEach(() => shop.close());
const open = async (options: Partial<CounterOptions> & { content?: ReleaseContent } = {}): Promise<void> => {
  security = [];
  shop = await openShop({ security: (message) => security.push(message), ...options });
};
const buyer = (): Buyer => new Buyer(shop.counter.address);
const state = () => shop.counter.context.runner.state;
const people = () => shop.counter.context.people;
const buys = async (device: Buyer, who = TOVE, path = 'field-pack', card: string | null = CARD.good) =>
  device.pay(await device.openCheckout(path), who, card);

/** The shop of the other tests with a monthly subscription and a product that leads elsewhere. */
function content(): ReleaseContent {
  const product = {
    ...newProduct('prd_link', 'Elsewhere'),
    promise: 'Held elsewhere',
    links: [{ id: 'lnk', title: 'The room', url: 'https://elsewhere.example/room' }],
  };
  return contentSelling([
    { id: 'month', title: 'Monthly', terms: { kind: 'subscription', amount: '30' }, product },
    { id: 'link', title: 'Elsewhere', terms: { kind: 'once', amount: '20' }, product },
  ]);
}

const mailsTo = (address: string) => mailsToIn(shop.folder, address);
const signedIn = (who: { address: string }): Promise<Buyer> => signedInAt(shop, who);
const meOf = async (device: Buyer): Promise<Me> => (await (await device.fetch('/member/api/me')).json()) as Me;
const journalLines = (): number => shop.counter.context.journal.head().seq;

describe('what an unpaid request leaves behind', () => {
  test('a name typed at a checkout names that order alone, and no sign-in mail carries it', async () => {
    await open({ content: content() });
    await buys(buyer(), { ...TOVE, name: 'WIN A PRIZE at evil.example' }, 'field-pack', CARD.poor);
    await buys(buyer());
    await until(async () => (await mailsTo(TOVE.address)).length === 1, 'the receipt');
    await buyer().json('/member/api/ask', { address: TOVE.address });
    await until(async () => (await mailsTo(TOVE.address)).length === 2, 'the link');
    const mails = await mailsTo(TOVE.address);
    expect(mails.filter((m) => JSON.stringify([m.headerLines, m.text]).includes('PRIZE'))).toEqual([]);
    expect(mails.filter((m) => (m.text ?? '').includes('Tove Marsh'))).toHaveLength(1);
    // Her own name is hers to say, signed in.
    const tove = await signedIn(TOVE);
    expect((await tove.json('/member/api/name', { name: 'Tove M.' })).status).toBe(200);
    expect((await meOf(tove)).signedIn && people().find(TOVE.address)?.name).toBe('Tove M.');
    expect((await buyer().json('/member/api/name', { name: 'Mallory' })).status).toBe(401);
  });

  test('a quote that does not hold writes nothing: no person, no line, no mail', async () => {
    await open();
    const before = journalLines();
    for (let i = 0; i < 5; i += 1) {
      const device = buyer();
      const checkout = await device.openCheckout('field-pack');
      const price = checkout.prices[0];
      await device.json('/checkout/pay', {
        pathId: checkout.pathId,
        priceId: price?.id,
        shown: 'a'.repeat(64),
        name: 'Nobody',
        address: `nobody${i}@example.org`,
        card: await device.token(CARD.good),
      });
      await device.json('/member/api/ask', { address: `nobody${i}@example.org` });
    }
    expect([journalLines(), [...people().all()]]).toEqual([before, []]);
  });

  test('card after card for one address: its record stays small, and nobody is mailed', async () => {
    await open();
    const sizes: number[] = [];
    for (let i = 0; i < 24; i += 1) {
      await buys(buyer(), { ...TOVE, name: `Name ${i}` }, 'field-pack', CARD.poor);
      sizes.push(JSON.stringify(people().find(TOVE.address)).length);
    }
    expect(sizes.at(-1)).toBeLessThan((sizes[7] ?? 0) + 40);
    await buyer().json('/member/api/ask', { address: TOVE.address });
    await new Promise((resolve) => setTimeout(resolve, 400));
    expect(await mailsTo(TOVE.address)).toEqual([]);
  });
});

test('card after card into the stand-in: it takes so many in a minute and then no more', async () => {
  await open();
  const statuses = new Set<number>();
  for (let i = 0; i < 13; i += 1)
    for (const { status } of await Promise.all(
      Array.from({ length: 50 }, () =>
        buyer().json('/standin/payments/tokens', { number: CARD.good, expiry: '11/39', code: '321' }),
      ),
    ))
      statuses.add(status);
  expect([...statuses]).toEqual([200, 429]);
});

describe('limits are each for their own purpose', () => {
  test('waiting uses up no tries to pay; whoever has paid hears that they have; presses in flight are no refused cards', async () => {
    await open({ mode: 'real' });
    const tove = buyer();
    const checkout = await tove.openCheckout('field-pack');
    for (let i = 0; i < 200; i += 1) await tove.state(checkout);
    expect((await tove.pay(checkout, TOVE, CARD.good)).body.state?.status).toBe('paid');
    const card = await tove.token(CARD.good);
    const price = checkout.prices[0];
    const body = { pathId: checkout.pathId, priceId: price?.id, shown: price?.shown, ...TOVE, card };
    const answers = [];
    for (let i = 0; i < 80; i += 1) answers.push(await tove.json('/checkout/pay', body));
    expect(answers.filter((a) => a.status !== 200)).toEqual([]);
    // Another visit in the same place is told to wait, in words that are true.
    const ilmar = buyer();
    const shown = await ilmar.openCheckout('field-pack');
    const stopped = await ilmar.pay(shown, ILMAR, CARD.good);
    expect([stopped.status, stopped.body.code]).toEqual([429, 'too-many']);
    expect(security).toContain('security: too-many POST /checkout/pay');
    await shop.restart();
    await shop.switches({ slowMs: 300 });
    const devices = Array.from({ length: 10 }, () => buyer());
    const pressed = await Promise.all(
      devices.map((device, i) => buys(device, { ...TOVE, address: `b${i}@example.org` })),
    );
    expect(pressed.map((p) => p.body.state?.status)).toEqual(devices.map(() => 'paid'));
  });

  test('another site locks nobody out: refused before it counts; five asks leave the sixth its link', async () => {
    await open({ mode: 'real' });
    await buys(buyer());
    const evil = { origin: 'https://evil.example', 'x-keel': '1' };
    for (let i = 0; i < 30; i += 1) {
      expect((await buyer().json('/owner/api/session', { key: 'x' }, evil)).status).toBe(403);
      expect((await buyer().json('/member/api/ask', { address: TOVE.address }, evil)).status).toBe(403);
    }
    const owner = new Owner(shop.counter.address);
    await owner.connect(shop.counter.context.secrets.ownerKey);
    const answers = [];
    for (let i = 0; i < 8; i += 1)
      answers.push((await buyer().json('/member/api/ask', { address: TOVE.address })).status);
    expect(answers).toEqual(answers.map(() => 202));
    // A receipt and five links, each of which signs in; more would only be a nuisance.
    await until(async () => (await mailsTo(TOVE.address)).length === 6, 'the links');
    await signedIn(TOVE);
    expect(security.filter((line) => line.includes('wrong-origin')).length).toBe(60);
    expect(security.join('\n')).not.toContain('tove');
  });
});

describe('by which name and from where', () => {
  test('a host that is not ours is not answered; a former one leads to the present address', async () => {
    await open({ publicAddress: 'https://old.shop.example' });
    const ask = (host: string, path = '/field-pack?x=1'): Promise<[number, string | null]> =>
      raw(`GET ${path} HTTP/1.1\r\nHost: ${host}\r\nConnection: close\r\n\r\n`);
    expect((await ask('evil.example'))[0]).toBe(421);
    expect((await ask('old.shop.example'))[0]).toBe(200);
    const { folder } = shop;
    await shop.counter.close();
    const { createCounter } = await import('../../../src/counter/createCounter');
    shop.counter = await createCounter({
      dataFolder: folder,
      clientFolder: 'dist/client',
      mode: 'demo',
      port: 0,
      publicAddress: 'https://new.shop.example',
    });
    expect(await ask('old.shop.example')).toEqual([308, 'https://new.shop.example/field-pack?x=1']);
    expect(await ask('old.shop.example', '//evil.example/x')).toEqual([308, 'https://new.shop.example/evil.example/x']);
    expect((await ask('new.shop.example'))[0]).toBe(200);
    expect((await ask('never.example'))[0]).toBe(421);
  });

  test('with a public address strangers meet no stand-in, and cookies are of this host over https alone', async () => {
    await open({ publicAddress: 'https://shop.example' });
    for (const path of ['/standin/mail/', '/standin/payments/sample-cards', '/standin/payments/tokens'])
      expect((await buyer().fetch(path)).status).toBe(404);
    const origin = 'https://shop.example';
    const { ownerKey } = shop.counter.context.secrets;
    // A proxy that changes the Host to the machine's own: the origin is still the shop's.
    const let_in = await fetch(`${shop.counter.address}/owner/api/session`, {
      method: 'POST',
      headers: { origin, 'x-keel': '1', 'content-type': 'application/json' },
      body: JSON.stringify({ key: ownerKey }),
    });
    const [cookie = ''] = let_in.headers.getSetCookie();
    expect(let_in.status).toBe(200);
    expect(cookie).toMatch(/^__Host-keel_owner=.*Path=\/;.*HttpOnly; Secure; SameSite=Strict/);
    // What was planted without the prefix is not read.
    const value = /=([^;]+)/.exec(cookie)?.[1] ?? '';
    const about = (sent: string) => fetch(`${shop.counter.address}/owner/api/about`, { headers: { cookie: sent } });
    expect([(await about(`keel_owner=${value}`)).status, (await about(`__Host-keel_owner=${value}`)).status]).toEqual([
      401, 200,
    ]);
    // No money can move: said to the buyer before anything is written.
    const refused = await buyer().json<{ code: string }>('/checkout/pay', {}, { origin });
    expect(refused.status).toBe(422);
  });

  test('signing in, leaving and paying take no other origin, and none that is not said', async () => {
    await open();
    const posts: [string, string][] = [
      ['/member/enter/abc', ''],
      ['/member/api/leave', '{}'],
      ['/member/api/ask', '{"address":"tove@example.org"}'],
      ['/checkout/pay', '{}'],
      ['/checkout/give-up', '{}'],
      ['/owner/api/session', '{"key":"x"}'],
    ];
    for (const [path, body] of posts)
      for (const origin of [
        'https://evil.example',
        'null',
        `${shop.counter.address}.evil.example`,
        'http://203.0.113.7',
        'http://localhost:1',
        null,
      ])
        expect([
          path,
          origin,
          (
            await fetch(shop.counter.address + path, {
              method: 'POST',
              headers: { 'content-type': 'application/json', 'x-keel': '1', ...(origin === null ? {} : { origin }) },
              body,
              redirect: 'manual',
            })
          ).status,
        ]).toEqual([path, origin, 403]);
  });
});

describe('sessions', () => {
  test('the owner’s session is over here when it is left, not only in the browser; others are listed and ended', async () => {
    await open();
    const cookies = new Map(shop.owner.cookies);
    const other = new Owner(shop.counter.address);
    await other.connect(shop.counter.context.secrets.ownerKey);
    const listed = await shop.owner.fetch('/owner/api/sessions');
    const body = (await listed.json()) as { sessions: { id: string; here: boolean }[] };
    expect(body.sessions.map((s) => s.here).sort()).toEqual([false, true]);
    const his = body.sessions.find((s) => !s.here);
    await shop.owner.act('/sessions/end', { id: his?.id });
    expect((await other.fetch('/owner/api/about')).status).toBe(401);
    const leave = { method: 'DELETE', headers: { 'x-keel': '1', origin: shop.counter.address } };
    expect((await shop.owner.fetch('/owner/api/session', leave)).status).toBe(200);
    for (const [name, value] of cookies) shop.owner.cookies.set(name, value);
    expect((await shop.owner.fetch('/owner/api/about')).status).toBe(401);
  });

  test('a member sees where they are signed in and ends it elsewhere; nobody ends another’s', async () => {
    await open();
    await buys(buyer());
    await buys(buyer(), ILMAR);
    const [tove, ilmar] = [await signedIn(TOVE), await signedIn(ILMAR)];
    await buyer().json('/member/api/ask', { address: TOVE.address });
    await until(async () => (await mailsTo(TOVE.address)).length === 2, 'the second link');
    const phone = await signedIn(TOVE);
    const sessions = async (device: Buyer) => {
      const me = await meOf(device);
      return me.signedIn ? me.sessions : [];
    };
    const elsewhere = (await sessions(tove)).find((s) => !s.here)?.id ?? '';
    expect((await ilmar.json('/member/api/sessions/end', { id: elsewhere })).status).toBe(404);
    expect((await meOf(phone)).signedIn).toBe(true);
    expect((await tove.json('/member/api/sessions/end', { id: elsewhere })).status).toBe(200);
    expect([(await meOf(phone)).signedIn, (await sessions(tove)).length]).toEqual([false, 1]);
  });

  test('a checkout cookie that was planted opens nothing of whoever pays with it, and answers no offer for them', async () => {
    await open();
    const thief = buyer();
    await thief.openCheckout('field-pack');
    const victim = buyer();
    for (const [name, value] of thief.cookies) victim.cookies.set(name, value);
    const checkout = await victim.openCheckout('field-pack');
    // The thief even tries first, and asks all along.
    await thief.pay(checkout, TOVE, CARD.poor);
    const asking = setInterval(() => void thief.state(checkout), 5);
    expect((await victim.pay(checkout, TOVE, CARD.good)).body.state?.status).toBe('paid');
    clearInterval(asking);
    await thief.state(checkout);
    await thief.pay(checkout, TOVE, CARD.good);
    const [link = ''] = await victim.filesOfThanks('field-pack');
    expect((await victim.fetch(link)).status).toBe(200);
    expect([await thief.filesOfThanks('field-pack'), (await thief.fetch(link)).status]).toEqual([[], 403]);
  });

  test('the window that paid opens it after a reload and a lost answer; another window of the visit signs in', async () => {
    await open();
    const tove = buyer();
    const checkout = await tove.openCheckout('field-pack');
    await shop.switches({ holdAnswerMs: 400 });
    const pressed = tove.pay(checkout, TOVE, CARD.good);
    await until(() => state().charges.size === 1, 'the charge');
    const cookies = new Map(tove.cookies);
    await pressed;
    // As if the answer never came: only the checkout's own cookie is here, and what the window has in its hand.
    tove.cookies.clear();
    for (const [name, value] of cookies) tove.cookies.set(name, value);
    expect(await tove.filesOfThanks('field-pack')).toEqual([]);
    expect((await tove.state(checkout)).status).toBe('paid');
    expect(await tove.filesOfThanks('field-pack')).toHaveLength(1);
  });
});

test('who has paid hears so also where too many cards were refused before', async () => {
  await open({ mode: 'real' });
  const tove = buyer();
  const checkout = await tove.openCheckout('field-pack');
  expect((await tove.pay(checkout, TOVE, CARD.good)).body.state?.status).toBe('paid');
  for (let i = 0; i < 30; i += 1) await buys(buyer(), ILMAR, 'field-pack', CARD.poor);
  expect((await buys(buyer(), ILMAR)).body.code).toBe('too-many-cards');
  expect((await tove.pay(checkout, TOVE, CARD.good)).body.state?.status).toBe('paid');
});

describe('bodies', () => {
  test('the mail of whoever has no key is not read; slow bodies are bounded and cut off', async () => {
    await open();
    const before = process.memoryUsage().rss;
    const chunk = 'x'.repeat(1 << 20);
    const answers = await Promise.all(
      Array.from({ length: 40 }, () =>
        raw(
          `POST /standin/mail/messages HTTP/1.1\r\nHost: localhost\r\nContent-Type: message/rfc822\r\nContent-Length: ${10 * chunk.length}\r\n\r\n${chunk}`,
        ),
      ),
    );
    expect(answers.map(([status]) => status)).toEqual(answers.map(() => 413));
    expect(process.memoryUsage().rss - before).toBeLessThan(250 << 20);
  });

  test('a stranger who leaves bodies unfinished keeps out nobody, not even behind the same address', async () => {
    await open();
    const { port } = new URL(shop.counter.address);
    const cut = new Set<number>();
    const slow = Array.from({ length: 240 }, (_, i) => {
      const socket = connect(Number(port), '127.0.0.1');
      socket.on('error', () => undefined);
      socket.on('close', () => cut.add(i));
      socket.write(
        `POST /checkout/quote HTTP/1.1\r\nHost: localhost\r\nOrigin: ${shop.counter.address}\r\nContent-Type: application/json\r\nContent-Length: 900\r\n\r\n{`,
      );
      return socket;
    });
    await until(() => cut.size >= 40, 'those that are too many');
    // The oldest went; everybody who sends a whole body is answered.
    const honest = await Promise.all(Array.from({ length: 60 }, () => buyer().json('/checkout/quote', {})));
    expect(honest.map(({ status }) => status)).toEqual(honest.map(() => 422));
    expect((await buys(buyer())).body.state?.status).toBe('paid');
    for (const socket of slow) socket.destroy();
  });

  test('a large body is read of nobody who is not signed in to bring one', async () => {
    await open();
    const body = 'x'.repeat(2 << 20);
    const send = (headers: Record<string, string>) =>
      fetch(`${shop.counter.address}/owner/api/files/${'a'.repeat(64)}`, { method: 'PUT', headers, body }).then(
        ({ status }) => status,
        // Answered before it was read, and closed.
        () => 413,
      );
    expect(await send({ origin: shop.counter.address, 'x-keel': '1' })).toBe(413);
  });

  test('connections that say nothing keep nobody out', async () => {
    const listening = await listen(0, '127.0.0.1', 50);
    listening.answerWith((_req, res) => void res.end('here'));
    const { port } = new URL(listening.address);
    const silent = Array.from({ length: 120 }, () => {
      const socket = connect(Number(port), '127.0.0.1');
      socket.on('error', () => undefined);
      return socket;
    });
    const asked = await Promise.all(
      Array.from({ length: 20 }, () => fetch(listening.address).then((answered) => answered.text())),
    );
    expect(asked).toEqual(asked.map(() => 'here'));
    for (const socket of silent) socket.destroy();
    await listening.close();
    expect(mostConnections('Max open files            500                  500                  files')).toBe(300);
    expect([mostConnections('Max open files            1048576 1048576 files'), mostConnections('')]).toEqual([
      2_000, 2_000,
    ]);
  });
});

describe('nothing is told that should not be', () => {
  test('HEAD on a link held elsewhere names no address; asked for it leads there and counts', async () => {
    await open({ content: content() });
    const tove = buyer();
    await buys(tove, TOVE, 'elsewhere');
    const [link = ''] = await tove.filesOfThanks('elsewhere');
    const head = await tove.fetch(link, { method: 'HEAD' });
    expect([head.status, head.headers.get('location'), state().fileUses.size]).toEqual([200, null, 0]);
    const led = await tove.fetch(link);
    expect([led.headers.get('location'), state().fileUses.size]).toEqual(['https://elsewhere.example/room', 1]);
  });

  test('an ask without a body, the bank’s page without a form: said, not a failure', async () => {
    await open();
    const origin = shop.counter.address;
    expect((await buyer().fetch('/member/api/ask', { method: 'POST' })).status).toBe(422);
    const tove = buyer();
    const answer = await buys(tove, TOVE, 'field-pack', CARD.bank);
    const confirmAt = answer.body.state?.status === 'bank' ? answer.body.state.confirmAt : '';
    expect((await fetch(origin + confirmAt, { method: 'POST', redirect: 'manual' })).status).toBe(303);
  });

  test('who subscribes is told to nobody whose card cannot be charged, in no other words than to a stranger', async () => {
    await open({ content: content() });
    await buys(buyer(), TOVE, 'monthly');
    const charges = state().charges.size;
    const answers = [];
    for (const who of [TOVE, ILMAR]) answers.push((await buys(buyer(), who, 'monthly', CARD.poor)).body);
    expect(answers[0]).toEqual(answers[1]);
    expect(state().charges.size).toBe(charges);
    // Without any card: what a stranger hears, of what each may have once and of a coupon they used too.
    const bare = [];
    for (const who of [TOVE, ILMAR]) bare.push((await buys(buyer(), who, 'monthly', null)).body);
    expect([bare[0], bare[0]?.code]).toEqual([bare[1], 'card-needed']);
    // With a card that can: told, three times an hour to a visit and a card of a real shop.
    const told = await buys(buyer(), TOVE, 'monthly');
    expect([told.status, told.body.code]).toEqual([409, 'already-runs']);
    await shop.close();
    await open({ content: content(), mode: 'real' });
    await buys(buyer(), TOVE, 'monthly');
    const codes = [];
    for (let i = 0; i < 5; i += 1) codes.push((await buys(buyer(), TOVE, 'monthly')).body.code);
    expect(codes).toEqual(['already-runs', 'already-runs', 'already-runs', 'too-many', 'too-many']);
  });

  test('what a card says of itself is believed only with the service’s proof', async () => {
    await open();
    const tove = buyer();
    const checkout = await tove.openCheckout('field-pack');
    const price = checkout.prices[0];
    const card = await tove.token(CARD.good);
    const pay = (said: object) =>
      tove.json<{ code?: string }>('/checkout/pay', {
        pathId: checkout.pathId,
        priceId: price?.id,
        shown: price?.shown,
        ...TOVE,
        card: { ...card, ...said },
      });
    for (const said of [
      { last4: '9999' },
      { country: 'DE' },
      { expires: '2040-01' },
      { proof: 'x' },
      { token: 'other' },
    ])
      expect((await pay(said)).body.code).toBe('card-wrong');
    expect([state().charges.size, [...people().all()]]).toEqual([0, []]);
    expect((await pay({})).status).toBe(200);
  });

  test('what was refused is in the log, and nobody’s name or address', async () => {
    await open();
    await expect(new Owner(shop.counter.address).connect('wrong')).rejects.toThrow('not taken');
    await buyer().fetch(`/member/enter/${'a'.repeat(43)}`, { method: 'POST' });
    expect(security).toEqual([
      'security: signed-in POST /owner/api',
      'security: wrong-key POST /owner/api',
      'security: wrong-link POST /member/enter',
    ]);
  });
});

/** A request written by hand. @returns status and where it leads */
function raw(text: string): Promise<[number, string | null]> {
  const { port } = new URL(shop.counter.address);
  return new Promise((resolve) => {
    let answer = '';
    const socket = connect(Number(port), '127.0.0.1', () => void socket.write(text));
    socket.on('data', (piece: Buffer) => {
      answer += piece.toString();
      if (answer.includes('\r\n\r\n')) socket.destroy();
    });
    socket.on('error', () => undefined);
    socket.on('close', () =>
      resolve([
        Number(/^HTTP\/1\.1 (\d+)/.exec(answer)?.[1] ?? 0),
        /^location: (.*)$/im.exec(answer)?.[1]?.trim() ?? null,
      ]),
    );
  });
}

test('a receipt’s link: after its first day only in a browser that used one before', async () => {
  await open();
  await buys(buyer());
  await until(async () => (await mailsTo(TOVE.address)).length === 1, 'the receipt');
  const enter = /\/member\/enter\/\S+/.exec((await mailsTo(TOVE.address))[0]?.text ?? '')?.[0] ?? '';
  const first = await signedIn(TOVE);
  await first.json('/member/api/leave', {});
  await buys(buyer());
  await until(async () => (await mailsTo(TOVE.address)).length === 2, 'another receipt');
  const texts = (await mailsTo(TOVE.address)).map((m) => m.text ?? '');
  const second = /\/member\/enter\/\S+/.exec(texts.find((text) => !text.includes(enter)) ?? '')?.[0] ?? '';
  const now = Date.now;
  Date.now = () => now() + 25 * 3_600_000;
  try {
    const stranger = await buyer().fetch(second, { method: 'POST' });
    expect([stranger.status, await stranger.text()]).toEqual([410, expect.stringContaining('older than a day')]);
    // It was not used up by that, and opens where she was before.
    expect((await first.fetch(second, { method: 'POST' })).status).toBe(303);
    expect((await meOf(first)).signedIn).toBe(true);
  } finally {
    Date.now = now;
  }
});
