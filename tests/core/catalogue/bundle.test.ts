import { describe, expect, test } from '@jest/globals';
import {
  accessInWords,
  type Bundle,
  freshProduct,
  isInItself,
  newProduct,
  openedBy,
  opensAtLeast,
  type Product,
} from '#core/catalogue';
import type { OpeningPlan } from '#core/opening';
import { passState } from '#core/passes';
import { launchCheck, type Release, sealContent, unsealContent } from '#core/release';
import { downloadWith, membershipOf, postWith } from '../../support/membership';
import { courseOf, lessonWith, moduleOf, WEEKLY } from '../../support/course';
import { releaseWith, shopInMemory } from '../../support/shopInMemory';

const bundle = (id: string, parts: string[]): Bundle => ({ ...freshProduct('bundle', id, `Bundle ${id}`), parts });
const things = (ids: string[]): Product[] => ids.map((id) => newProduct(id, id));

describe('what opens at least as much as something else', () => {
  const post = postWith('p', '2026-06-01T08:00:00.000Z');
  const products = [
    ...['a', 'b'].map(downloadWith),
    membershipOf('less', ['a']),
    membershipOf('own', ['a'], { posts: [post] }),
    membershipOf('more', ['a', 'b']),
    membershipOf('above', ['own', 'b']),
    membershipOf('round', ['circle']),
    membershipOf('circle', ['round']),
    bundle('both', ['a', 'b']),
  ];
  const opens = (more: string[], less: string[]): boolean => opensAtLeast(products, more, less);

  test('is what holds it, or all that it holds; posts of its own are held by nothing else', () => {
    expect([opens(['more'], ['less']), opens(['less'], ['more']), opens(['both'], ['less'])]).toEqual([
      true,
      false,
      true,
    ]);
    expect([opens(['more'], ['own']), opens(['above'], ['own']), opens(['a'], ['less'])]).toEqual([false, true, true]);
    expect([opens(['less'], ['gone']), opens(['less'], ['less', 'b'])]).toEqual([false, false]);
  });

  test('a circle ends', () => {
    expect([opens(['a'], ['round']), opens(['circle'], ['round'])]).toEqual([false, true]);
  });
});

describe('what a bundle opens', () => {
  const products = [...things(['a', 'b', 'c']), bundle('x', ['a', 'b']), bundle('y', ['x', 'c', 'a'])];

  test('what is in it, however deep, each once; another product opens itself', () => {
    expect(openedBy(products, ['y'])).toEqual(['a', 'b', 'c']);
    expect(openedBy(products, ['c', 'x', 'a'])).toEqual(['c', 'a', 'b']);
    expect(openedBy(products, ['gone'])).toEqual(['gone']);
  });

  test('a circle is found, and ends', () => {
    const round = [...things(['a']), bundle('x', ['y', 'a']), bundle('y', ['x'])];
    expect([isInItself(round, 'x'), isInItself(round, 'y'), isInItself(products, 'y')]).toEqual([true, true, false]);
    expect(openedBy(round, ['x'])).toEqual(['a']);
  });
});

test('bought it opens a pass for each part; what is taken out later stays with who has it, and all close with the money', async () => {
  const live = releaseWith([{ kind: 'once', amount: '30' }], {
    edit: (content) => {
      const [first, second] = content.products;
      content.products.push(bundle('prd_all', [first?.id ?? '', second?.id ?? '']));
      for (const offer of content.offers) if (offer.id === 'off_0') offer.productIds = ['prd_all'];
    },
  });
  const ids = live.content.products.slice(0, 2).map(({ id }) => id);
  const shop = await shopInMemory(live, '2026-06-15T08:00:00.000Z');
  const order = await shop.order({ i: 0 });
  const passes = () => order.passIds.flatMap((id) => shop.runner.state.passes.get(id) ?? []);
  expect(passes().map((p) => p.productId)).toEqual(ids);

  const draft = structuredClone(unsealContent(live.content));
  for (const product of draft.products) if (product.kind === 'bundle') product.parts = [ids[0] ?? ''];
  const next: Release = { ...live, number: 2, basedOn: 1, content: sealContent(draft) };
  shop.ports.addRelease(next);
  expect(await shop.act({ type: 'publish', release: next, hasFile: () => true })).toBe('done');
  const now = shop.runner.now();
  expect(passes().map((p) => passState(p, now))).toEqual(['open', 'open']);

  const shares = [{ lineId: order.lines[0]?.lineId ?? '', amount: 3_000 }];
  await shop.act({ type: 'refund', orderId: order.id, shares, reason: 'asked' });
  await shop.runner.settle();
  expect(passes().map((p) => passState(p, shop.runner.now()))).toEqual(['closed', 'closed']);
});

test('a launch check stops a circle, a part that is gone, and an empty bundle that is sold', () => {
  const live = releaseWith([{ kind: 'once', amount: '30' }], {
    edit: (content) => {
      content.products.push(bundle('x', ['y']), bundle('y', ['x', 'gone']), bundle('z', []));
      for (const offer of content.offers) if (offer.id === 'off_0') offer.productIds = ['x', 'z'];
    },
  });
  const found = launchCheck(unsealContent(live.content), () => true, '2026-06-15T08:00:00.000Z');
  const stops = found.filter(({ level }) => level === 'stops').map(({ code, about }) => `${code} ${about.id}`);
  expect(stops).toEqual(expect.arrayContaining(['circle x', 'circle y', 'part-missing y', 'nothing-to-deliver z']));
});

test('what opens bit by bit or later is said to, and nothing that opens later is said to open at once', () => {
  const plans: [OpeningPlan | null, string][] = [
    [null, 'Opens at once and stays open for good.'],
    [
      { opens: 'every', every: { count: 1, unit: 'week' } },
      'Opens at once and stays open for good. What is in Wrens unlocks step by step: one every week.',
    ],
    [{ opens: 'after', days: 7 }, 'Stays open for good. Wrens unlocks 7 days after joining.'],
    [{ opens: 'on', date: '2026-09-01' }, 'Stays open for good. Wrens unlocks on 1 September 2026.'],
  ];
  const when = { start: '2026-06-15T08:00:00.000Z', zone: 'Europe/Lisbon', locale: 'en' };
  const once = { kind: 'once', amount: 1_200 } as const;
  for (const [plan, said] of plans)
    expect(accessInWords(once, [{ ...freshProduct('course', 'c', 'Wrens'), plan }], when)).toBe(said);
  // Beside something that does open at once.
  const both = [
    { ...freshProduct('course', 'c', 'Wrens'), plan: { opens: 'after', days: 1 } as const },
    newProduct('d', 'Cards'),
  ];
  expect(accessInWords(once, both, when)).toBe(
    'Opens at once and stays open for good. Wrens unlocks a day after joining.',
  );
  // Parts with plans of their own are named; of more than two the others are counted.
  const own = courseOf(
    [
      moduleOf('m1', [lessonWith('a')]),
      moduleOf('m2', [lessonWith('b')], { opens: 'on', date: '2026-09-01' }),
      moduleOf('m3', [lessonWith('c', { plan: { opens: 'at-once' } }), lessonWith('d')], WEEKLY),
    ],
    { title: 'Wrens' },
  );
  const said =
    'Opens at once and stays open for good. Module m2 unlocks on 1 September 2026. What is in Module m3 unlocks step by step: one every week.';
  expect(accessInWords(once, [own], when)).toBe(said);
  own.modules.push(moduleOf('m4', [lessonWith('e', { plan: { opens: 'after', days: 2 } })]));
  expect(accessInWords(once, [own], when)).toBe(`${said} One more part of Wrens unlocks at its own time.`);
});
