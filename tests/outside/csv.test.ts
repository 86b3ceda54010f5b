import 'fake-indexeddb/auto';
import { expect, test } from '@jest/globals';
import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import type { StoredOrder } from '#core/mirror';
import { linkProblem } from '#core/catalogue';
import { newEntrance } from '#core/paths';
import { newPaymentLine } from '#core/payments';
import { softer } from '../support/softerPath';

const { ordersCsv } = await import('../../src/studio/deliver/exportOrders');

const order = (title: string, paid: number, currency = 'EUR'): StoredOrder => ({
  id: 'o',
  number: 1001,
  at: '2026-06-15T08:00:00.000Z',
  personId: 'u',
  came: { path: null, step: null, entrance: null },
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

test('each line says as what it was bought, on which path, at which step and through which entrance', () => {
  const path = {
    ...softer(),
    title: 'Wrens',
    address: 'wrens',
    entrances: [newEntrance({ id: 'e1', word: 'evening-talk', short: 'k7Qm' }, { label: 'heard the talk' })],
  };
  const bought = order('Cards', 1_200);
  const [line] = bought.lines;
  if (!line) throw new Error('no line');
  Object.assign(bought, {
    came: { path: 'path', step: 'pay', entrance: 'e1' },
    lines: [line, { ...line, lineId: 'l2', title: 'Pack' }, { ...line, lineId: 'l3', title: 'Walk' }],
    offers: { walk: { answer: 'yes', lineIds: ['l3'] } },
  });
  const csv = ordersCsv([{ order: bought, person: undefined }], [path]);
  const rows = parse<Record<string, string>>(csv, { columns: true, bom: true });
  expect(rows.map((r) => [r['bought'], r['as'], r['path'], r['step'], r['entrance'], r['label']])).toEqual([
    ['Cards', 'main', 'Wrens', '/wrens/pay', 'evening-talk', 'heard the talk'],
    ['Pack', 'extra', 'Wrens', '/wrens/pay', 'evening-talk', 'heard the talk'],
    ['Walk', 'offer after payment', 'Wrens', '/wrens/walk', 'evening-talk', 'heard the talk'],
  ]);
});
