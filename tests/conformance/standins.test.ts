import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { CARD, openShop, type TestShop } from '../support/counter';
import { approvalContract, type Check, mailContract, paymentsContract } from './contract';

let shop: TestShop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());
const at = (path: string, key: string) => ({ base: shop.counter.address + path, key });
const run = async (checks: Check[]): Promise<void> => {
  expect(checks.length).toBeGreaterThan(2);
  for (const check of checks) await check.run();
};

test('the payment stand-in answers as a payment service must', () =>
  run(
    paymentsContract(at('/standin/payments', shop.counter.context.secrets.paymentsKey), {
      good: CARD.good,
      poor: CARD.poor,
    }),
  ));

test.each(['wallet', 'account'] as const)(
  'the stand-in of a %s asks for an approval, and charges it as it must',
  (way) => {
    const { walletKey, accountKey } = shop.counter.context.secrets;
    const service = at(`/standin/${way}`, way === 'wallet' ? walletKey : accountKey);
    return run(
      approvalContract(service, way === 'account', async (approveAt, approves) => {
        const body = new URLSearchParams({ answer: approves ? 'approve' : 'back' });
        await fetch(shop.counter.address + approveAt, { method: 'POST', body, redirect: 'manual' });
      }),
    );
  },
);

test('the mail stand-in answers as a mail service must', async () => {
  const before = readdirSync(join(shop.folder, 'outside', 'mail')).length;
  await run(mailContract(at('/standin/mail', shop.counter.context.secrets.mailKey)));
  expect(readdirSync(join(shop.folder, 'outside', 'mail'))).toHaveLength(before + 2);
});

test('the contract bites: a service under another key, or one that is none, fails', async () => {
  const [first, ...others] = paymentsContract(at('/standin/payments', 'another'), { good: CARD.good, poor: CARD.poor });
  await expect(first?.run()).rejects.toThrow();
  for (const check of others.slice(2, 4)) await expect(check.run()).rejects.toThrow();
  const [mail] = mailContract(at('/health', 'k'));
  await expect(mail?.run()).rejects.toThrow();
});
