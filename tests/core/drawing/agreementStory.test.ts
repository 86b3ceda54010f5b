import { expect, test } from '@jest/globals';
import { chargeFor } from '#core/agreements';
import { agreementRowsOf } from '#core/mirror';
import { formatDay } from '#core/calendar';
import { layoutKeelLine, NO_PAST, storyOfAgreement } from '#core/drawing';
import { agreementState, consequencesOf } from '#core/messages';
import type { ChargeAnswer } from '#core/shop';
import { rehearse } from '#core/shop';
import { releaseWith, shopInMemory } from '../../support/shopInMemory';

const START = '2026-11-23T10:00:00.000Z';

test('planned and actual on one line: paid, refused, tried again, paused, to come, and what the drawing says aloud', async () => {
  const live = releaseWith([{ kind: 'subscription', amount: '12' }]);
  const shop = await shopInMemory(live, START, (_, n): ChargeAnswer =>
    n === 1 || n === 2 ? { status: 'refused', reason: 'not-enough-money' } : { status: 'paid', paymentId: '' },
  );
  const { id } = await shop.buy({});
  const locale = 'en';
  const story = () => {
    const a = shop.agreement(id);
    const told = shop.ports.batches.flatMap((b) => b.events.map((event) => ({ at: b.at, event })));
    return storyOfAgreement(a, {
      first: { at: a.start, amount: 1_200 },
      passes: [{ title: 'Library', from: a.start, until: null, closedAt: null, holds: [] }],
      charged: (due) => chargeFor(a, due, null).amount,
      past: agreementRowsOf(told, null).get(id)?.past ?? NO_PAST,
      now: shop.runner.now(),
      locale,
    });
  };
  const marks = () =>
    story().money.map((m) => `${formatDay(m.at, 'Europe/Lisbon', locale, { short: true })} ${m.state}`);
  await shop.goTo('2026-12-24T12:00:00.000Z');
  // Behind: the refused due once, the second try of the day after; nothing is promised for later.
  expect(marks().slice(0, 3)).toEqual(['23 Nov paid', '23 Dec refused', '24 Dec tried-again']);
  expect(agreementState(shop.agreement(id), { locale, charged: () => 1_200 })).toBe(
    '€12.00 has been past due since 23 December 2026. We try again on 26 December 2026. Access stays open until 30 December 2026.',
  );
  await shop.goTo('2026-12-27T12:00:00.000Z');
  const preview = shop.runner.preview({ type: 'pause', agreementId: id, until: '2027-02-01', by: 'buyer' });
  if ('refused' in preview) throw new Error(preview.refused);
  expect(
    consequencesOf(shop.agreement(id), preview.events, {
      locale,
      tax: null,
      now: shop.runner.now(),
      titleOfPass: () => 'Library',
    }),
  ).toEqual([
    '“Library” is on hold meanwhile.',
    'Paused until 1 February 2027.',
    '€12.00 monthly from 28 February 2027, until cancelled. Cancel any time; you keep access until the end of the period you paid for.',
    'The buyer is notified by email.',
  ]);
  await shop.act({ type: 'pause', agreementId: id, until: '2027-02-01', by: 'buyer' });
  await shop.goTo('2027-02-10T12:00:00.000Z');
  expect(marks().slice(0, 6)).toEqual([
    '23 Nov paid',
    '26 Dec paid',
    '23 Dec refused',
    '24 Dec tried-again',
    '28 Feb to-come',
    '28 Mar to-come',
  ]);
  expect(story().pauses?.map((p) => [p.from.slice(0, 10), p.until?.slice(0, 10)])).toEqual([
    ['2026-12-27', '2027-02-01'],
  ]);
  await shop.act({ type: 'move-due-day', agreementId: id, day: { of: 'month', day: 5 } });
  const moved = story().money.find((m) => m.state === 'moved');
  expect([
    moved?.at.slice(0, 10),
    moved?.movedTo?.slice(0, 10),
    moved?.amount,
    marks()[marks().indexOf('28 Feb moved') + 1],
  ]).toEqual(['2027-02-28', '2027-03-05', 1_200, '5 Mar to-come']);
  const { marks: drawn, end } = layoutKeelLine(story(), 600);
  expect([end, drawn.find((m) => m.state === 'refused')?.phrase]).toEqual([
    'arrow',
    '23 December 2026, €12.00, second, declined',
  ]);
});

test('the rehearsal says what the statement promised: the same days and amounts, for ten years', async () => {
  const live = releaseWith([
    {
      kind: 'plan',
      amount: '99',
      payments: '3',
      trial: { days: '15', fee: '' },
      setUp: { amount: '50', label: 'set-up', when: 'today' },
    },
  ]);
  const played = await rehearse(live, { offerId: 'off_0', priceId: 'pr_0' }, START, {
    refusesFrom: null,
    refusesTimes: null,
    act: null,
  });
  if ('problem' in played) throw new Error(played.problem);
  expect(played.steps.filter((s) => s.what === 'paid').map((s) => [s.at.slice(0, 10), s.amount])).toEqual([
    ['2026-11-23', 5_000],
    ['2026-12-08', 9_900],
    ['2027-01-08', 9_900],
    ['2027-02-08', 9_900],
  ]);
  const stopped = await rehearse(live, { offerId: 'off_0', priceId: 'pr_0' }, START, {
    refusesFrom: null,
    refusesTimes: null,
    act: { on: '2027-01-20', what: 'refund', until: null },
  });
  if ('problem' in stopped) throw new Error(stopped.problem);
  expect(stopped.steps.filter((s) => s.what === 'given-back').reduce((all, s) => all + (s.amount ?? 0), 0)).toBe(
    5_000 + 2 * 9_900,
  );
  expect(stopped.steps.some((s) => s.what === 'closes')).toBe(true);
  const late = await rehearse(live, { offerId: 'off_0', priceId: 'pr_0' }, START, {
    refusesFrom: 3,
    refusesTimes: 1,
    act: null,
  });
  if ('problem' in late) throw new Error(late.problem);
  expect(late.steps.filter((s) => s.what === 'refused').map((s) => s.at.slice(0, 10))).toEqual(['2027-01-08']);
});
