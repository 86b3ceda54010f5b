import { expect, test } from '@jest/globals';
import { dateIn } from '#core/calendar';
import { openedFrom, ticksAhead } from '#core/catalogue';
import { opened } from '#core/passes';
import { keelRows, layoutKeelLine, storyOfAll, storyOfTerms } from '#core/drawing';
import { rehearse, type Script } from '#core/shop';
import { courseOf, lessonWith, moduleOf, sellingCourse, WEEKLY } from '../../support/course';
import { downloadWith, membershipOf, postWith, selling } from '../../support/membership';
import { type DraftTermsGiven, releaseWith } from '../../support/shopInMemory';

// What opens bit by bit, on the keel line and in a rehearsal. The dates are those of the brief's table.
const ZONE = 'Europe/Lisbon';
const START = '2026-06-15T08:00:00.000Z';
const PLACE = { currency: 'EUR', zone: ZONE, locale: 'en' };
const week = (n: number, plan: Parameters<typeof moduleOf>[2] = null) => ({
  ...moduleOf(`m${n}`, [lessonWith(`l${n}`)], plan),
  title: `Week ${n}`,
});
const COURSE = courseOf([week(1), week(2), week(3, { opens: 'on', date: '2026-09-01' }), week(4), week(5)], {
  plan: WEEKLY,
});
const ONCE = { kind: 'once', amount: 9_000 } as const;

test('weekly, module 3 on 1 September: a tick for each in its bar, and a row for each in the list', () => {
  const story = storyOfTerms(ONCE, openedFrom([COURSE], START, { ...PLACE, products: [COURSE] }), START, PLACE);
  expect(keelRows(story).map(({ day, what }) => `${day}: ${what}`)).toEqual([
    '15 June 2026: to come',
    '15 June 2026: Hearing Wrens opens, for good',
    '22 June 2026: Week 2 of Hearing Wrens unlocks',
    '6 July 2026: Week 4 of Hearing Wrens unlocks',
    '13 July 2026: Week 5 of Hearing Wrens unlocks',
    '1 September 2026: Week 3 of Hearing Wrens unlocks',
  ]);
  const [bar] = layoutKeelLine(story, 480).bars;
  expect(bar?.ticks).toHaveLength(4);
  // To scale and within the bar: three weeks lie between the second and the fourth.
  const [two = 0, four = 0, five = 0, three = 0] = bar?.ticks ?? [];
  expect(bar && bar.x1 < two && three <= bar.x2).toBe(true);
  expect((four - two) / (five - four)).toBeCloseTo(2, 1);
});

test('of a membership what stands in it and posts to come; nothing after its access ends', () => {
  const things = ['a', 'b', 'c'].map(downloadWith);
  const inside = membershipOf('m', ['a', 'b', 'c'], {
    plan: { opens: 'every', every: { count: 1, unit: 'month' } },
    posts: [postWith('old', '2026-01-01T09:00:00.000Z'), postWith('next', '2026-07-01T09:00:00.000Z')],
  });
  const opened = openedFrom([inside], START, { ...PLACE, products: [...things, inside] });
  const rows = (terms: Parameters<typeof storyOfTerms>[0]): string[] =>
    keelRows(storyOfTerms(terms, opened, START, PLACE)).flatMap(({ day, what }) =>
      / of Membership m unlocks/.test(what) ? [`${day}: ${what.replace(' of Membership m unlocks', '')}`] : [],
    );
  expect(rows(ONCE)).toEqual(['1 July 2026: Post next', '15 July 2026: Download b', '15 August 2026: Download c']);
  expect(rows({ ...ONCE, access: { kind: 'for', count: 6, unit: 'week' } })).toEqual([
    '1 July 2026: Post next',
    '15 July 2026: Download b',
  ]);
});

test('of somebody real what is still to open, by the days they missed', () => {
  const pass = {
    ...opened({
      id: 'p',
      personId: 'u',
      productId: COURSE.id,
      cause: { kind: 'gift', reason: '' },
      from: START,
      until: null,
    }),
    // No pass was open on 30 June and the four days after it.
    heldBefore: [{ from: '2026-06-29T22:00:00.000Z', until: '2026-07-05T09:00:00.000Z' }],
  };
  const ahead = ticksAhead(COURSE, [pass], '2026-07-06T10:00:00.000Z', { ...PLACE, products: [COURSE] });
  expect(ahead.map(({ at, words }) => `${dateIn(at, ZONE)} ${words}`)).toEqual([
    '2026-07-11 Week 4 of Hearing Wrens unlocks',
    '2026-07-18 Week 5 of Hearing Wrens unlocks',
    '2026-09-01 Week 3 of Hearing Wrens unlocks',
  ]);
  expect(ticksAhead(undefined, [pass], START, { ...PLACE, products: [] })).toEqual([]);
});

test('bars with the same openings share one, others do not', () => {
  const other = courseOf([week(1), week(2)], { id: 'other', title: 'Other', plan: WEEKLY });
  const same = courseOf([week(1), week(2)], { id: 'same', title: 'Same', plan: WEEKLY });
  const opened = openedFrom([COURSE, other, same], START, { ...PLACE, products: [] });
  const story = storyOfAll([storyOfTerms(ONCE, opened, START, PLACE)]);
  expect(layoutKeelLine(story, 640).bars.map((bar) => bar.label?.text)).toEqual([
    'Hearing Wrens, for good',
    '2 products, for good',
  ]);
});

test.each<[string, DraftTermsGiven, Script['act'], string[]]>([
  [
    'as it goes',
    { kind: 'once', amount: '90' },
    null,
    ['06-22 Week 2', '07-06 Week 4', '07-13 Week 5', '09-01 Week 3'],
  ],
  [
    'refunded on 7 July: nothing opens after it closed',
    { kind: 'once', amount: '90' },
    { on: '2026-07-07', what: 'refund', until: null },
    ['06-22 Week 2', '07-06 Week 4'],
  ],
  [
    'paused from noon of 1 July to 1 August: 30 dates are missed and counted on, a date is a date',
    { kind: 'subscription', amount: '30' },
    { on: '2026-07-01', what: 'pause', until: '2026-08-01' },
    ['06-22 Week 2', '08-05 Week 4', '08-12 Week 5', '09-01 Week 3'],
  ],
])('a rehearsal plays what opens: %s', async (_what, terms, act, opens) => {
  const live = releaseWith([terms], { shop: { zone: ZONE }, edit: sellingCourse(COURSE) });
  const played = await rehearse(
    live,
    { offerId: 'off_0', priceId: 'pr_0' },
    START,
    {
      refusesFrom: null,
      refusesTimes: null,
      act,
    },
    1,
  );
  if ('problem' in played) throw new Error(played.problem);
  expect(
    played.steps.flatMap(({ at, what, text }) =>
      what === 'part-opens' ? [`${dateIn(at, ZONE).slice(5)} ${text.replace(' of Hearing Wrens unlocks', '')}`] : [],
    ),
  ).toEqual(opens);
});

test('a rehearsal of what is sold beside it says nothing of it', async () => {
  const live = releaseWith([{ kind: 'once', amount: '9' }], { edit: selling([downloadWith('a'), COURSE], 'a') });
  const played = await rehearse(live, { offerId: 'off_0', priceId: 'pr_0' }, START, {
    refusesFrom: null,
    refusesTimes: null,
    act: null,
  });
  expect('steps' in played && played.steps.some(({ what }) => what === 'part-opens')).toBe(false);
});
