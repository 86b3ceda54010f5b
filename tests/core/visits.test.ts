import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  countRobot,
  shareAt,
  wentOnAt,
  countView,
  linkWords,
  shareOf,
  siteOf,
  sumTallies,
  type Tally,
  tallied,
  talliedBy,
  type View,
} from '#core/visits';

const seen = (more: Partial<View> = {}): View => ({ path: 'p', step: 's', release: 1, ...more });

test('generated: what is counted is what was seen, whatever order, however the days are cut', () => {
  const view = fc.record({
    step: fc.constantFrom('page', 'pay'),
    from: fc.constantFrom(undefined, 'page'),
    words: fc.constantFrom(undefined, 'mail', 'talk'),
  });
  fc.assert(
    fc.property(fc.array(view, { maxLength: 60 }), fc.nat(60), (views, cut) => {
      const days: Tally[] = [{}, {}];
      views.forEach((v, i) => countView(days[i < cut ? 0 : 1] ?? {}, seen(v)));
      const all = sumTallies(days);
      const at = (step: string, has: (v: (typeof views)[number]) => boolean = () => true): number =>
        views.filter((v) => v.step === step && has(v)).length;
      expect([tallied(all, 'p', 'page', 'came'), tallied(all, 'p', 'pay', 'came')]).toEqual([at('page'), at('pay')]);
      expect(tallied(all, 'p', 'pay', 'from', 'page')).toBe(at('pay', (v) => v.from === 'page'));
      expect(tallied(all, 'p', 'page', 'words', 'talk')).toBe(at('page', (v) => v.words === 'talk'));
    }),
  );
});

test('other people’s words are counted by name up to a number, and together beyond it', () => {
  const tally: Tally = {};
  for (let n = 0; n < 200; n += 1) countView(tally, seen({ words: `w${n}` }));
  countView(tally, seen({ words: 'w1' }));
  const words = talliedBy(tally, 'p', 's', 'words');
  expect([words.length, words[0], tallied(tally, 'p', 's', 'words', 'w1')]).toEqual([
    61,
    { of: 'others', count: 140 },
    2,
  ]);
  countRobot(tally, 'p', 's');
  expect([tallied(tally, 'p', 's', 'came'), tallied(tally, 'p', 's', 'robot')]).toEqual([201, 1]);
});

test('where somebody came from: another site by its name, never our own, and no address with what it carries', () => {
  const isOwn = (origin: string): boolean => origin === 'https://shop.example';
  const of = (referer?: string) => siteOf(referer, isOwn);
  expect([
    of('https://www.birds.example/post?secret=1'),
    of('https://shop.example/spring'),
    of('android-app://mail'),
    of('nonsense'),
    of(),
  ]).toEqual(['birds.example', undefined, undefined, undefined, undefined]);
  expect([
    linkWords('  Früher Brief '),
    linkWords('<b>x</b>'),
    linkWords('   '),
    linkWords('a'.repeat(99))?.length,
  ]).toEqual(['Früher Brief', 'bxb', undefined, 60]);
});

test('a share of fewer than thirty says nothing', () => {
  expect([shareOf(15, 29), shareOf(15, 30), shareOf(40, 30)]).toEqual([null, 0.5, 1]);
});

test('what goes on from a step: by buttons from a page, by paying from a checkout, by yes among those who answered', () => {
  const at = {
    step: 's',
    came: 100,
    wentOn: [
      { to: 'a', count: 20 },
      { to: 'b', count: 11 },
    ],
    taken: 40,
    left: 10,
    money: 0,
    extras: [],
  };
  const of = (kind: 'page' | 'checkout' | 'offer') => [wentOnAt({ kind }, at), shareAt({ kind }, at)];
  expect([of('page'), of('checkout'), of('offer')]).toEqual([
    [31, 0.31],
    [40, 0.4],
    [40, 0.8],
  ]);
  expect(shareAt({ kind: 'offer' }, { ...at, taken: 20, left: 9 })).toBeNull();
});
