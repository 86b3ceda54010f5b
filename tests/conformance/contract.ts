import { deepEqual, equal, ok } from 'node:assert/strict';
import { createHmac, randomUUID } from 'node:crypto';

/*
 * What a payment service and a mail service behind the shop's ports answer over HTTP, as docs/joining-services.md says
 * it. The stand-ins pass it in `npm test`; whoever writes an adapter runs it with `npm run conformance`.
 */
export interface Service {
  base: string;
  /** The shop's key with it. */
  key: string;
}

/** Cards to try a payment service with. */
export interface Cards {
  /** Can be charged. */
  good: string;
  /** Is refused. */
  poor: string;
}

export interface Check {
  name: string;
  run(): Promise<void>;
}

type Answer = { status: number; body: Record<string, unknown> };

async function call(
  { base, key }: Service,
  method: string,
  path: string,
  { body, idempotencyKey, withKey = true }: { body?: unknown; idempotencyKey?: string; withKey?: boolean } = {},
): Promise<Answer> {
  const response = await fetch(base + path, {
    method,
    headers: {
      ...(withKey ? { authorization: `Bearer ${key}` } : {}),
      ...(body === undefined ? {} : { 'content-type': 'application/json' }),
      ...(idempotencyKey === undefined ? {} : { 'idempotency-key': idempotencyKey }),
    },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  const text = await response.text();
  return { status: response.status, body: text === '' ? {} : (JSON.parse(text) as Record<string, unknown>) };
}

const charged = (token: string, amount = 2_400) => ({
  amount,
  currency: 'EUR',
  token,
  description: 'Conformance',
  statement: 'CONFORMANCE',
});

export function paymentsContract(service: Service, cards: Cards): Check[] {
  const ask = (method: string, path: string, rest?: Parameters<typeof call>[3]) => call(service, method, path, rest);
  const tokenOf = async (number: string): Promise<Record<string, unknown>> => {
    const { status, body } = await ask('POST', '/tokens', {
      withKey: false,
      body: { number, expiry: '11/39', code: '321' },
    });
    equal(status, 200);
    return body;
  };
  const good = async (): Promise<string> => String((await tokenOf(cards.good))['token']);
  const fresh = (): string => `conf-${randomUUID()}`;
  return [
    {
      name: 'a browser takes a card to it without the shop’s key, and what it says of the card is proved',
      async run() {
        const { token, last4, expires, country, proof } = await tokenOf(cards.good);
        equal(last4, cards.good.slice(-4));
        const said = [token, last4, expires ?? '', country ?? ''].join('\n');
        equal(proof, createHmac('sha256', service.key).update(said).digest('base64url'));
      },
    },
    {
      name: 'a card with a slip in it is refused in a sentence',
      async run() {
        const { status, body } = await ask('POST', '/tokens', {
          withKey: false,
          body: { number: '1234', expiry: '11/39', code: '321' },
        });
        equal(status, 422);
        ok(String(body['title']).length > 10);
      },
    },
    {
      name: 'what only the shop may ask is closed without its key',
      async run() {
        for (const path of ['/charges', '/tries', '/voids', '/refunds'])
          equal((await ask('POST', path, { withKey: false, body: {} })).status, 401);
      },
    },
    {
      name: 'a try takes nothing and says why a card is refused',
      async run() {
        deepEqual((await ask('POST', '/tries', { body: { token: await good() } })).body, { reason: null });
        const poor = (await tokenOf(cards.poor))['token'];
        equal(typeof (await ask('POST', '/tries', { body: { token: poor } })).body['reason'], 'string');
      },
    },
    {
      name: 'the same key with the same body is one charge, however often it comes, and at once too',
      async run() {
        const [key, token] = [fresh(), await good()];
        const all = await Promise.all(
          [1, 2, 3].map(() => ask('POST', '/charges', { idempotencyKey: key, body: charged(token) })),
        );
        equal(all[0]?.body['status'], 'paid');
        equal(new Set(all.map(({ body }) => body['id'])).size, 1);
        equal((await ask('GET', `/charges/by-key/${key}`)).body['id'], all[0]?.body['id']);
        equal((await ask('POST', '/charges', { idempotencyKey: key, body: charged(token, 1) })).status, 422);
      },
    },
    {
      name: 'what it says of its fee it says for ever: an amount, a currency, and the payout once it is known',
      async run() {
        const [key, token] = [fresh(), await good()];
        const first = await ask('POST', '/charges', { idempotencyKey: key, body: charged(token) });
        const fee = first.body['fee'] as Record<string, unknown> | undefined;
        // It may say nothing.
        if (fee === undefined) return;
        ok(Number.isSafeInteger(fee['amount']));
        ok(/^[A-Z]{3}$/.test(String(fee['currency'])));
        ok(fee['payout'] === null || typeof fee['payout'] === 'string');
        deepEqual((await ask('GET', `/charges/by-key/${key}`)).body['fee'], fee);
      },
    },
    {
      name: 'without a key a charge is not taken; of an unknown card neither; a key never seen is not known',
      async run() {
        equal((await ask('POST', '/charges', { body: charged(await good()) })).status, 400);
        equal((await ask('POST', '/charges', { idempotencyKey: fresh(), body: charged('no-such-card') })).status, 404);
        equal((await ask('GET', `/charges/by-key/${fresh()}`)).status, 404);
      },
    },
    {
      name: 'a card that is refused says why; nothing charged only looks whether it could be',
      async run() {
        const poor = String((await tokenOf(cards.poor))['token']);
        const refused = await ask('POST', '/charges', { idempotencyKey: fresh(), body: charged(poor) });
        equal(refused.body['status'], 'refused');
        equal(typeof refused.body['reason'], 'string');
        const nothing = await ask('POST', '/charges', { idempotencyKey: fresh(), body: charged(await good(), 0) });
        equal(nothing.body['status'], 'paid');
      },
    },
    {
      name: 'a key that was made impossible takes no money any more; a payment that was first stays',
      async run() {
        const [never, paid, token] = [fresh(), fresh(), await good()];
        equal((await ask('POST', '/voids', { idempotencyKey: never, body: {} })).body['status'], 'voided');
        equal(
          (await ask('POST', '/charges', { idempotencyKey: never, body: charged(token) })).body['status'],
          'voided',
        );
        await ask('POST', '/charges', { idempotencyKey: paid, body: charged(token) });
        equal((await ask('POST', '/voids', { idempotencyKey: paid, body: {} })).body['status'], 'paid');
      },
    },
    {
      name: 'money goes back once a key, in parts, and never more than was taken',
      async run() {
        const charge = await ask('POST', '/charges', { idempotencyKey: fresh(), body: charged(await good()) });
        const [key, chargeId] = [fresh(), charge.body['id']];
        const back = (idempotencyKey: string, amount: number) =>
          ask('POST', '/refunds', { idempotencyKey, body: { chargeId, amount } });
        for (let i = 0; i < 3; i += 1) equal((await back(key, 2_000)).body['status'], 'paid');
        equal((await back(fresh(), 401)).body['status'], 'refused');
        equal((await back(fresh(), 400)).body['status'], 'paid');
      },
    },
  ];
}

/**
 * A wallet, or a bank account that is asked once.
 * @param answer how somebody approves at an address, or turns back; a person does where no stand-in is
 */
export function approvalContract(
  service: Service,
  once: boolean,
  answer: (approveAt: string, approves: boolean) => Promise<void>,
): Check[] {
  const ask = (method: string, path: string, rest?: Parameters<typeof call>[3]) => call(service, method, path, rest);
  const approval = async (amount = 2_400): Promise<{ token: string; approveAt: string }> => {
    const { token: _, ...of } = charged('', amount);
    const addresses = { paidAddress: 'https://shop.example/paid', turnedBackAddress: 'https://shop.example/back' };
    const { status, body } = await ask('POST', '/approvals', { body: { ...of, ...addresses } });
    equal(status, 200);
    return { token: String(body['token']), approveAt: String(body['approveAt']) };
  };
  const charge = (token: string, amount?: number) =>
    ask('POST', '/charges', { idempotencyKey: randomUUID(), body: charged(token, amount) });
  const reasonOf = async (token: string): Promise<unknown> =>
    (await ask('POST', '/tries', { body: { token } })).body['reason'];
  return [
    {
      name: 'only the shop asks for an approval, and hears how far it is connected',
      async run() {
        equal((await ask('POST', '/approvals', { withKey: false, body: {} })).status, 401);
        const { status, body } = await ask('GET', '/standing');
        ok(status === 404 || body['standing'] === 'ready' || body['standing'] === 'being-checked');
      },
    },
    {
      name: 'what nobody has approved, or was turned back from, is not charged',
      async run() {
        const { token, approveAt } = await approval();
        equal(await reasonOf(token), 'not-approved');
        equal((await charge(token)).body['reason'], 'not-approved');
        await answer(approveAt, false);
        equal((await charge(token)).body['reason'], 'not-approved');
      },
    },
    {
      name: 'what is approved is charged at first at most; then again later, or never',
      async run() {
        const { token, approveAt } = await approval();
        await answer(approveAt, true);
        equal(await reasonOf(token), null);
        equal((await charge(token, 2_401)).body['reason'], 'not-approved');
        equal((await charge(token)).body['status'], 'paid');
        const again = (await charge(token, 9_000)).body;
        if (once) equal(again['reason'], 'asked-once');
        else equal(again['status'], 'paid');
      },
    },
  ];
}

export function mailContract({ base, key }: Service): Check[] {
  const send = (message: string, withKey = true): Promise<number> =>
    fetch(`${base}/messages`, {
      method: 'POST',
      headers: { 'content-type': 'message/rfc822', ...(withKey ? { authorization: `Bearer ${key}` } : {}) },
      body: message,
    }).then(({ status }) => status);
  const mail = (id: string): string =>
    [
      'From: Shop <shop@shop.example>',
      'To: Tove <tove@example.org>',
      'Subject: Conformance',
      ...(id === '' ? [] : [`Message-ID: <${id}@shop.example>`]),
      '',
      'A message.',
    ].join('\r\n');
  return [
    {
      name: 'a message is taken with the shop’s key alone',
      async run() {
        equal(await send(mail(randomUUID()), false), 401);
        equal(await send(mail(randomUUID())), 202);
      },
    },
    {
      name: 'the same Message-ID is the same message: taken again without being sent again',
      async run() {
        const id = randomUUID();
        equal(await send(mail(id)), 202);
        equal(await send(mail(id)), 202);
      },
    },
    {
      name: 'a message without a Message-ID is refused',
      async run() {
        equal(await send(mail('')), 422);
      },
    },
  ];
}
