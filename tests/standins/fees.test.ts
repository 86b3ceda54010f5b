import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import { feeOfCharge, payoutAfter, USUAL_TARIFF } from '../../src/standins/payments/fees';
import { PaymentService } from '../../src/standins/payments/service';

const at = (date: string): number => Date.parse(`${date}T10:00:00.000Z`);

// The brief's own example: of 24.00 the service keeps 0.61. Mondays of December 2026: the 7th, 14th, 21st, 28th.
test('a payment costs a share and a fixed part, never more than itself; nothing costs nothing', () => {
  const of = (amount: number): number =>
    feeOfCharge({ amount, currency: 'EUR' }, USUAL_TARIFF, at('2026-12-01')).amount;
  expect([2_400, 10_000, 20, 0].map(of)).toEqual([61, 175, 20, 0]);
});

test.each([
  ['2026-12-01', '2026-12-07'],
  ['2026-12-05', '2026-12-07'],
  ['2026-12-06', '2026-12-14'],
  ['2026-12-07', '2026-12-14'],
])('money of %s, held two days, is paid out on %s', (moved, paid) => {
  expect(payoutAfter(at(moved))).toBe(`payout-${paid}`);
});

test('what it said of a payment it says for ever, whatever its tariff is later, also from its file', () => {
  const folder = mkdtempSync(join(tmpdir(), 'keel-fees-'));
  const clock = { now: () => at('2026-12-01'), tell: () => undefined };
  const service = new PaymentService(folder, clock);
  const { token } = service.tokenise({ number: '9000000000000001', expiry: '11 / 29', code: '123' });
  const asked = { amount: 2_400, currency: 'EUR', token, description: '', statement: '' };
  const { fee, id } = service.charge('k1', asked);
  expect(fee).toEqual({ amount: 61, currency: 'EUR', payout: 'payout-2026-12-07' });
  service.tariff = { share: 0, fixed: 10, dispute: 0 };
  expect(service.charge('k1', asked).fee).toEqual(fee);
  expect(service.charge('k2', asked).fee?.amount).toBe(10);
  expect(service.refund('r1', { chargeId: id, amount: 100 })).toMatchObject({
    status: 'paid',
    fee: { amount: 0, currency: 'EUR', payout: 'payout-2026-12-07' },
  });
  service.close();
  const again = new PaymentService(folder, clock);
  expect(again.charge('k1', asked).fee).toEqual(fee);
  again.close();
  rmSync(folder, { recursive: true });
});
