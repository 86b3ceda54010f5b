import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { keelRows, type KeelStory, layoutKeelLine, type MoneyMoment, placeLabels } from '#core/drawing';

const NOW = '2026-06-15T08:00:00.000Z';
const place = { currency: 'EUR', zone: 'Europe/Lisbon', locale: 'en', now: { at: NOW, word: 'today' as const } };
const on = (day: number): string => new Date(Date.parse(NOW) + day * 86_400_000).toISOString();
const monthly = (count: number, amount = 1_200): MoneyMoment[] =>
  Array.from({ length: count }, (_, i) => ({ at: on(i * 30), amount, state: 'to-come' }));
const story = (money: readonly MoneyMoment[], more: Partial<KeelStory> = {}): KeelStory => ({
  ...place,
  money,
  access: [],
  ...more,
});
const states: MoneyMoment['state'][] = [
  'to-come',
  'paid',
  'waits',
  'refused',
  'tried-again',
  'refunded',
  'disputed',
  'dropped',
  'moved',
];

describe('keel line', () => {
  const anyStory = fc
    .record({
      money: fc.array(
        fc.record({
          at: fc.integer({ min: -400, max: 800 }).map(on),
          amount: fc.oneof(fc.constant(0), fc.integer({ min: 1, max: 5_000_000 })),
          state: fc.constantFrom(...states),
        }),
        { maxLength: 40 },
      ),
      access: fc.array(
        fc.record({
          from: fc.integer({ min: 0, max: 100 }).map(on),
          until: fc.option(fc.integer({ min: 101, max: 900 }).map(on), { nil: null }),
          title: fc.string({ maxLength: 60 }),
          holds: fc.constant([]),
        }),
        { maxLength: 6 },
      ),
    })
    .map(({ money, access }) => story(money, { access }));

  test('labels never overlap, everything stays inside, discs keep their limits: for any dates and amounts', () => {
    fc.assert(
      fc.property(anyStory, fc.constantFrom(300, 312, 600), fc.boolean(), (told, width, small) => {
        const layout = layoutKeelLine(told, width, { small });
        for (const row of [layout.amounts, layout.days]) {
          const spans = row.map((l) => {
            const room = l.text.length * 7;
            const from = l.anchor === 'start' ? l.x : l.anchor === 'end' ? l.x - room : l.x - room / 2;
            return { from, to: from + room, y: l.y };
          });
          for (const a of spans)
            for (const b of spans)
              if (a !== b) expect(Math.abs(a.y - b.y) >= 16 || a.to <= b.from || b.to <= a.from).toBe(true);
          for (const s of spans) expect(s.from).toBeGreaterThanOrEqual(-0.001);
        }
        expect(layout.bars.length).toBeLessThanOrEqual(3);
        for (const mark of layout.marks.filter((m) => m.kind === 'payment')) {
          expect(mark.r).toBeGreaterThanOrEqual(4);
          expect(mark.r).toBeLessThanOrEqual(small ? 7 : 13);
          expect(mark.x - mark.r).toBeGreaterThanOrEqual(0);
          expect(mark.x + mark.r).toBeLessThanOrEqual(width);
        }
      }),
    );
  });

  test('dates are to scale: equal times apart are equal distances apart, where nothing is folded', () => {
    const { marks, fold } = layoutKeelLine(
      story([0, 30, 90].map((d) => ({ at: on(d), amount: 100 + d, state: 'to-come' as const }))),
      600,
    );
    expect(fold).toBeNull();
    const [a, b, c] = marks.map((m) => m.x) as [number, number, number];
    expect((c - b) / (b - a)).toBeCloseTo(2, 6);
  });

  test('area goes by amount', () => {
    const [small, large] = layoutKeelLine(
      story([
        { at: on(0), amount: 2_500, state: 'paid' },
        { at: on(60), amount: 10_000, state: 'paid' },
      ]),
      600,
    ).marks;
    expect(((large?.r ?? 0) / (small?.r ?? 1)) ** 2).toBeCloseTo(4, 6);
  });

  test('a long run is folded: the first two, a break that says how many and how much, the last', () => {
    const { marks, fold } = layoutKeelLine(story(monthly(23), { every: 'monthly' }), 312);
    expect(fold?.lines).toEqual(['20 more', '€12.00 monthly', '€240.00']);
    expect(marks.map((m) => m.kind)).toEqual(['payment', 'payment', 'fold', 'payment']);
    expect(marks[2]?.phrase).toBe('20 more, €12.00 monthly, €240.00 in total');
    // The same run with room for it is drawn whole.
    expect(layoutKeelLine(story(monthly(5)), 600).fold).toBeNull();
  });

  test('a fold hides nothing but alike payments and takes nothing from the sum', () => {
    fc.assert(
      fc.property(fc.integer({ min: 6, max: 120 }), fc.integer({ min: 1, max: 99_999 }), (count, amount) => {
        const { marks, fold } = layoutKeelLine(story(monthly(count, amount)), 312);
        const hidden = fold ? Number(/^\d+/.exec(fold.lines[0] ?? '')?.[0]) : 0;
        expect(marks.filter((m) => m.kind === 'payment').length + hidden).toBe(count);
        for (let i = 1; i < marks.length; i += 1) expect(marks[i]?.x).toBeGreaterThan(marks[i - 1]?.x ?? 0);
      }),
    );
  });

  test('each mark reads as a phrase; refunds and tries are not counted among the payments', () => {
    const { marks } = layoutKeelLine(
      story([
        { at: on(0), amount: 6_400, state: 'paid' },
        { at: on(30), amount: 6_400, state: 'refused' },
        { at: on(31), amount: 6_400, state: 'tried-again' },
        { at: on(61), amount: 6_400, state: 'to-come' },
      ]),
      600,
    );
    expect(marks.map((m) => m.phrase)).toEqual([
      '15 June 2026, €64.00, first of 3, paid',
      '15 July 2026, €64.00, second of 3, declined',
      '16 July 2026, €64.00, tried again',
      '15 August 2026, €64.00, third of 3, to come',
    ]);
  });

  test('a refund on the day of its payment stands on it, and both amounts stay readable beside them', () => {
    const { marks, amounts } = layoutKeelLine(
      story(
        [
          { at: on(0), amount: 2_400, state: 'paid' },
          { at: on(0.2), amount: 1_200, state: 'refunded' },
        ],
        { access: [{ from: on(0), until: null, holds: [], title: 'x' }], now: { at: on(20), word: 'today' } },
      ),
      312,
    );
    expect(amounts.map((a) => [a.text, a.anchor])).toEqual([
      ['€24.00', 'start'],
      ['€12.00', 'start'],
    ]);
    for (const label of amounts)
      for (const mark of marks)
        expect(label.x >= mark.x + mark.r || Math.abs(label.y - 5 - mark.y) > mark.r).toBe(true);
  });
  test('a refused payment and the next due keep their labels where repeats give way', () => {
    const money = monthly(12).map((m, i) => ({
      ...m,
      amount: 1_200 + i,
      state: i < 5 ? ('paid' as const) : i === 5 ? ('refused' as const) : ('to-come' as const),
    }));
    const { days } = layoutKeelLine(story(money, { now: { at: on(160), word: 'today' } }), 312);
    expect(days.map((d) => d.text)).toEqual(expect.arrayContaining(['12 Nov']));
  });

  test('ends: a cap with a date, an arrow for good, a torn edge where only the drawing stops', () => {
    const bar = (until: string | null, span?: number): string | undefined =>
      layoutKeelLine(
        story([], { access: [{ from: on(0), until, holds: [], title: 'x' }] }),
        600,
        span === undefined ? {} : { span },
      ).bars[0]?.end;
    expect([bar(on(90)), bar(null), bar(on(90), 30 * 86_400_000)]).toEqual(['cap', 'arrow', 'torn']);
    const long = layoutKeelLine(story(monthly(4)), 600, { span: 45 * 86_400_000 });
    expect([long.end, long.marks.length]).toEqual(['torn', 2]);
  });

  test('bars with the same opening and closing share one; a fourth kind is said in words', () => {
    const stretch = (title: string, until: number | null): KeelStory['access'][number] => ({
      from: on(0),
      until: until === null ? null : on(until),
      holds: [],
      title,
    });
    const { bars } = layoutKeelLine(
      story([], {
        access: [
          stretch('a', null),
          stretch('b', null),
          stretch('c', 40),
          stretch('d', 50),
          stretch('e', 60),
          stretch('f', 70),
        ],
      }),
      600,
    );
    expect(bars.map((b) => b.label?.text)).toEqual(['2 products, for good', 'c', 'd, and 2 more']);
  });

  test('nothing due is a stroke with those words', () => {
    const { marks, amounts } = layoutKeelLine(story([{ at: on(0), amount: 0, state: 'to-come' }]), 312);
    expect([marks[0]?.nothingDue, amounts[0]?.text, marks[0]?.phrase]).toEqual([
      true,
      'nothing due',
      '15 June 2026, nothing due',
    ]);
  });

  test('as a list: every payment and every door, in order of time', () => {
    const rows = keelRows(
      story([{ at: on(0), amount: 2_400, state: 'paid' }], {
        access: [{ from: on(0), until: on(365), holds: [{ from: on(10), until: null }], title: 'Dawn' }],
      }),
    );
    expect(rows.map((r) => [r.day, r.what, r.amount])).toEqual([
      ['15 June 2026', 'paid', '€24.00'],
      ['15 June 2026', 'Dawn opens', ''],
      ['25 June 2026', 'Dawn on hold', ''],
      ['15 June 2027', 'Dawn closes', ''],
    ]);
  });
});

test('labels: the heavier of two that meet stays', () => {
  const placed = placeLabels(
    [
      { text: 'light', x: 100, y: 0, weight: 1 },
      { text: 'heavy', x: 110, y: 0, weight: 5 },
      { text: 'far', x: 250, y: 0, weight: 0 },
    ],
    300,
  );
  expect(placed.map((l) => l.text)).toEqual(['heavy', 'far']);
});
