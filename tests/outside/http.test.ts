import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { simpleParser } from 'mailparser';
import { Buyer } from '../../demo/clients';
import { CARD, openShop, type TestShop } from '../support/counter';

let shop: TestShop;
let tove: Buyer;
beforeAll(async () => {
  shop = await openShop();
  tove = new Buyer(shop.counter.address);
  await tove.pay(
    await tove.openCheckout('field-pack'),
    { name: 'Tove "the ear" Mårsh\r\nBcc: x@evil.example', address: 'tove@example.org' },
    CARD.good,
  );
  await shop.counter.context.runner.settle();
});
afterAll(() => shop.close());

// Source: RFC 9457 §3: application/problem+json with type, title and status.
test('errors are problem details with a sentence a person can act on', async () => {
  const answers = [
    await tove.fetch('/owner/api/about'),
    await tove.fetch('/checkout/pay', { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{' }),
    await tove.fetch('/checkout/state?path=none'),
    await tove.fetch('/member/papers/R-00009.pdf'),
  ];
  for (const answer of answers) {
    expect(answer.headers.get('content-type')).toMatch(/^application\/problem\+json/);
    const body = (await answer.json()) as { title: string; status: number; type: string };
    expect(body.status).toBe(answer.status);
    expect(body.title).toMatch(/^[A-Z].*\.$/);
  }
});

// Source: the IETF draft idempotency-key-header, §2: the same key and request has the same answer; another request under it is refused (422).
test('the payment service keeps its word about keys', async () => {
  const { secrets } = shop.counter.context;
  const call = (path: string, key: string | null, body: object): Promise<Response> =>
    fetch(`${shop.counter.address}/standin/payments${path}`, {
      method: 'POST',
      headers: {
        authorization: `Bearer ${secrets.paymentsKey}`,
        'content-type': 'application/json',
        ...(key === null ? {} : { 'idempotency-key': key }),
      },
      body: JSON.stringify(body),
    });
  const charge = {
    amount: 500,
    currency: 'EUR',
    token: (await tove.token(CARD.good)).token,
    description: 'x',
    statement: 'X',
  };
  const first = (await (await call('/charges', 'k1', charge)).json()) as { id: string };
  expect(await (await call('/charges', 'k1', charge)).json()).toEqual(first);
  expect((await call('/charges', 'k1', { ...charge, amount: 1 })).status).toBe(422);
  expect((await call('/charges', null, charge)).status).toBe(400);
  // A voided key takes no money, however late the charge arrives.
  await call('/voids', 'k2', {});
  expect(await (await call('/charges', 'k2', charge)).json()).toMatchObject({ status: 'voided' });
  const refund = { chargeId: first.id, amount: 300 };
  expect(
    [await (await call('/refunds', 'r1', refund)).json(), await (await call('/refunds', 'r1', refund)).json()].map(
      (r) => (r as { status: string }).status,
    ),
  ).toEqual(['paid', 'paid']);
  expect(await (await call('/refunds', 'r2', refund)).json()).toMatchObject({ status: 'refused' });
});

// Source: RFC 5322, read back by the `mailparser` package.
test('a receipt is one message to one person, whatever they call themselves', async () => {
  const folder = join(shop.folder, 'outside', 'mail');
  const raw = readFileSync(join(folder, readdirSync(folder)[0] ?? ''));
  const mail = await simpleParser(raw);
  expect(mail.from?.value).toEqual([{ name: 'Test school', address: 'hello@school.example' }]);
  expect(Array.isArray(mail.to) ? [] : mail.to?.value).toEqual([
    { name: 'Tove "the ear" Mårsh Bcc: x@evil.example', address: 'tove@example.org' },
  ]);
  expect(mail.bcc).toBeUndefined();
  expect(mail.messageId).toMatch(/^<receipt-.+@school\.example>$/);
  expect(mail.date?.toISOString()).toMatch(/^2026-06-15T08:00/);
  expect(
    raw
      .toString('latin1')
      .split('\r\n')
      .every((line) => line.length <= 998),
  ).toBe(true);
});

describe('a real shop', () => {
  let real: TestShop;
  beforeAll(async () => {
    real = await openShop({ mode: 'real' });
  });
  afterAll(() => real.close());
  test('shows no sample cards, no strip, and nobody’s mail, and keeps its data apart', async () => {
    const buyer = new Buyer(real.counter.address);
    expect((await buyer.openCheckout('field-pack')).sampleCards).toBe(false);
    expect(await (await buyer.fetch('/field-pack')).text()).not.toContain('No real money');
    expect((await buyer.fetch('/standin/mail/')).status).toBe(404);
    expect((await real.owner.act('/clock', { by: 'day' })).status).toBe(409);
    expect(readdirSync(real.folder).sort()).toEqual(['outside', 'real', 'secrets.json', 'vault']);
  });
});

test('a member sees own papers only', async () => {
  const other = new Buyer(shop.counter.address);
  await other.pay(await other.openCheckout('field-pack'), { name: 'Ilmar', address: 'ilmar@example.org' }, CARD.good);
  const person = [...shop.counter.context.people.all()].find((p) => p.address === 'ilmar@example.org');
  await other.fetch(`/member/enter/${await shop.counter.context.doors.makeLink(person?.id ?? '', 60_000)}`, {
    method: 'POST',
  });
  expect((await other.fetch('/member/papers/R-00002.pdf')).status).toBe(200);
  expect((await other.fetch('/member/papers/R-00001.pdf')).status).toBe(404);
});
