import 'fake-indexeddb/auto';
import { expect, test } from '@jest/globals';
import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import type { StoredOrder } from '#core/mirror';
import { linkProblem } from '#core/catalogue';
import { newPaymentLine } from '#core/payments';

const { ordersCsv } = await import('../../src/studio/deliver/exportOrders');

const order = (title: string, paid: number, currency = 'EUR'): StoredOrder => ({
  id: 'o',
  number: 1001,
  at: '2026-06-15T08:00:00.000Z',
  personId: 'u',
  title,
  currency,
  zone: 'UTC',
  lines: [
    {
      lineId: 'l1',
      offerId: 'off',
      priceId: 'pr',
      title,
      priceName: '',
      productIds: [],
      terms: { kind: 'free' },
      dueToday: paid,
      tax: 0,
    },
  ],
  payments: [
    {
      id: 'pay',
      key: 'o-1',
      orderId: 'o',
      kind: 'checkout',
      agreementId: null,
      step: null,
      at: '2026-06-15T08:00:00.000Z',
      last4: '0001',
      buyer: null,
      receipt: 'R-00001',
      lines: [newPaymentLine({ lineId: 'l1', amount: paid, credit: 0, tax: 0 })],
      openDisputes: [],
      dispute: null,
    },
  ],
  offers: {},
  statement: undefined,
  paid,
  back: 0,
  later: { paid: 0, back: 0, openDisputes: [] },
  status: 'paid',
  answerBy: null,
  passIds: [],
  refundIds: [],
  keys: [],
});

// Source: RFC 4180, read back by the independent `csv-parse` package.
test('generated: what is written is read back, whatever a title or name holds', () => {
  fc.assert(
    fc.property(
      fc.string({ unit: 'grapheme', maxLength: 60 }),
      fc.string({ maxLength: 60 }),
      fc.integer({ min: 0, max: 9_999_999 }),
      (title, name, paid) => {
        const text = ordersCsv([
          { order: order(title, paid), person: { id: 'u', rev: 1, name, address: 'a@b.co' } },
          { order: order('x', 5, 'JPY'), person: undefined },
        ]);
        const rows: Record<string, string>[] = parse(text, { columns: true, record_delimiter: '\r\n' });
        expect(rows).toHaveLength(2);
        const safe = (cell: string): string =>
          /^[\t\r]/.test(cell) || '=+-@＝＋－＠'.includes(cell.trimStart()[0] ?? '.') ? `'${cell}` : cell;
        expect([rows[0]?.['bought'], rows[0]?.['name'], rows[0]?.['paid'], rows[1]?.['paid']]).toEqual([
          safe(title),
          safe(name),
          (paid / 100).toFixed(2),
          '5',
        ]);
      },
    ),
  );
});

// Common practice, no source: a cell that begins like a formula is shown, not run.
test.each(['=HYPERLINK("http://evil.example")', '＝1+1', ' @SUM(1)', '－2', '\t=1'])(
  'a name that is a formula stays a name: %s',
  (name) => {
    const csv = ordersCsv([{ order: order('x', 1), person: { id: 'u', rev: 1, name, address: 'a@b.co' } }]);
    expect(csv).toContain(`'${name}`.replaceAll('"', '""'));
  },
);

test('a link that holds a password is refused; one with an @ further on is not', () => {
  expect(linkProblem({ url: 'https://user:pw@example.org/film' })).toContain('holds a name or a password');
  expect(linkProblem({ url: 'https://token@example.org' })).toContain('holds a name or a password');
  expect(linkProblem({ url: 'https://example.org/@tove?a=b@c' })).toBeNull();
});
