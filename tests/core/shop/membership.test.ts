import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { DateTime } from 'luxon';
import type { Membership, Product } from '#core/catalogue';
import type { Instant } from '#core/calendar';
import { launchCheck, type DraftContent, type Release, sealContent, unsealContent } from '#core/release';
import { closesFor, followCourse, type Grounds, holderOf, mayOpen, openedTo, rightsTo, whoMayOpen } from '#core/shop';
import { courseOf, lessonWith, moduleOf, WEEKLY } from '../../support/course';
import { downloadWith, membershipOf, postWith, selling } from '../../support/membership';
import { codeOf, type MemoryShop, releaseWith, shopInMemory } from '../../support/shopInMemory';

const ZONE = 'Europe/Lisbon';
const START = '2026-06-15T08:00:00.000Z';
const ONCE = { kind: 'once', amount: '12' } as const;
const MONTHLY = { kind: 'subscription', amount: '30', every: { count: '1', unit: 'month' } } as const;
const at = (local: string): Instant => DateTime.fromISO(local, { zone: ZONE }).toUTC().toISO() ?? '';

const shopWith = (
  products: readonly Product[],
  opened: string[],
  terms: Parameters<typeof releaseWith>[0] = [MONTHLY],
) => shopInMemory(releaseWith(terms, { shop: { zone: ZONE }, edit: selling(products, ...opened) }), START);

function groundsOf(shop: MemoryShop): Grounds {
  return {
    now: shop.runner.now(),
    zone: ZONE,
    products: shop.ports.releases.get(shop.runner.state.release ?? 0)?.content.products ?? [],
    history: (id) => shop.runner.history(id),
  };
}

/** Whether somebody may open each of some products, as letters: "a" and "c" of a, b, c. */
const open = (shop: MemoryShop, ids: string, personId = 'u1'): string =>
  [...ids].filter((id) => mayOpen(holderOf(shop.runner.state, personId), id, groundsOf(shop))).join('');

/** Everybody who may open a product. */
const inside = (shop: MemoryShop, id: string): string[] =>
  [...whoMayOpen(shop.runner.state, id, groundsOf(shop))].filter((personId) => personId !== null);

/** Whoever loses something once it is taken out of a membership. */
const losing = (shop: MemoryShop, productId: string, part: string): string[] =>
  [...closesFor(shop.runner.state, { productId, part }, groundsOf(shop))].filter((personId) => personId !== null);

const fetched = (shop: MemoryShop, fileId: string, personId = 'u1'): Promise<string> =>
  codeOf(shop, { type: 'fetch-file', passId: shop.runner.state.passesOfPerson.get(personId)?.[0] ?? '', fileId });

/** The same, without its being counted. */
function askedFor(shop: MemoryShop, fileId: string): string {
  const passId = shop.runner.state.passesOfPerson.get('u1')?.[0] ?? '';
  const decision = shop.runner.preview({ type: 'fetch-file', passId, fileId });
  return 'refused' in decision ? decision.refused : 'done';
}

async function publish(shop: MemoryShop, edit: (content: DraftContent) => void): Promise<string> {
  const number = shop.runner.state.release ?? 0;
  const live = shop.ports.releases.get(number);
  if (!live) throw new Error('nothing is live');
  const draft = structuredClone(unsealContent(live.content));
  edit(draft);
  const release: Release = { ...live, number: number + 1, basedOn: number, content: sealContent(draft) };
  shop.ports.addRelease(release);
  return codeOf(shop, { type: 'publish', release, hasFile: () => true });
}

const within =
  (id: string, edit: (membership: Membership) => void) =>
  (content: DraftContent): void => {
    for (const product of content.products) if (product.id === id && product.kind === 'membership') edit(product);
  };

const published = (shop: MemoryShop) =>
  shop.ports.batches.flatMap((b) => b.events).flatMap((e) => (e.type === 'release.published' ? [e.data.parts] : []));

test('what stands in a membership is open while it is; what is added opens, what is taken out closes', async () => {
  const shop = await shopWith([downloadWith('a'), downloadWith('b'), membershipOf('m', ['a'])], ['m']);
  expect(open(shop, 'mab')).toBe('');
  await shop.buy({ i: 0 });
  expect([open(shop, 'mab'), await fetched(shop, 'f_a'), await fetched(shop, 'f_b')]).toEqual([
    'ma',
    'done',
    'no-such-file',
  ]);
  // Counted where it was fetched.
  const counted = shop.ports.batches.flatMap((b) => b.events).filter((e) => e.type === 'file.fetched');
  expect(counted.map((e) => e.data)).toMatchObject([{ productId: 'a', fileId: 'f_a' }]);

  expect(
    await publish(
      shop,
      within('m', (m) => m.parts.push({ productId: 'b', plan: null })),
    ),
  ).toBe('done');
  expect([open(shop, 'mab'), await fetched(shop, 'f_b')]).toEqual(['mab', 'done']);
  expect(
    await publish(
      shop,
      within('m', (m) => void m.parts.shift()),
    ),
  ).toBe('done');
  expect([open(shop, 'mab'), await fetched(shop, 'f_a')]).toEqual(['mb', 'no-such-file']);
  expect(published(shop).slice(1)).toEqual([
    [{ productId: 'm', added: ['b'], taken: [] }],
    [{ productId: 'm', added: [], taken: ['a'] }],
  ]);
  // What somebody has by a pass of their own stays whatever a membership does.
  await shop.act({ type: 'give-passes', gifts: [{ personId: 'u1', productId: 'a', until: null }], reason: 'kindness' });
  expect(open(shop, 'mab')).toBe('mab');
  const agreement = [...shop.runner.state.agreements.keys()][0] ?? '';
  await shop.act({ type: 'cancel', agreementId: agreement, when: 'now', giveBack: false, by: 'seller' });
  expect([open(shop, 'mab'), await fetched(shop, 'f_b')]).toEqual(['a', 'pass-not-open']);
});

test('a level contains the one below, and what that contains; going up keeps the days somebody had', async () => {
  const shop = await shopWith(
    [
      downloadWith('a'),
      downloadWith('b'),
      downloadWith('c'),
      membershipOf('l', ['a', 'b'], { plan: { opens: 'every', every: { count: 10, unit: 'day' } } }),
      membershipOf('h', ['l', 'c']),
    ],
    ['l', 'h'],
    [MONTHLY, MONTHLY],
  );
  const agreement = await shop.buy({ i: 0 });
  await shop.buy({ i: 1, person: 'u2' });
  expect([open(shop, 'hlabc'), open(shop, 'hlabc', 'u2')]).toEqual(['la', 'hlac']);
  await shop.goTo(at('2026-06-20T12:00'));
  expect(await codeOf(shop, { type: 'switch', agreementId: agreement.id, offerId: 'off_1', priceId: 'pr_1' })).toBe(
    'done',
  );
  await shop.goTo(at('2026-06-24T23:59'));
  expect(open(shop, 'hlabc')).toBe('hlac');
  await shop.goTo(at('2026-06-25T00:00'));
  expect(open(shop, 'hlabc')).toBe('hlabc');
  // The file of something three levels down, by the pass to the highest.
  const pass = [...shop.runner.state.passes.values()].find((p) => p.personId === 'u2');
  expect(await codeOf(shop, { type: 'fetch-file', passId: pass?.id ?? '', fileId: 'f_b' })).toBe('done');
});

test('a product opens at the latest of pass, release and its own turn; its own plan counts from then', async () => {
  const course = courseOf([moduleOf('m1', [lessonWith('x')]), moduleOf('m2', [lessonWith('y')])], {
    id: 'k',
    plan: WEEKLY,
  });
  const shop = await shopWith([downloadWith('a'), course, membershipOf('m', ['a'])], ['m']);
  await shop.buy({ i: 0 });
  await shop.goTo(at('2026-07-01T12:00'));
  await publish(
    shop,
    within('m', (m) => m.parts.push({ productId: 'k', plan: { opens: 'on', date: '2026-07-05' } })),
  );
  const lessons = (): string =>
    [...(openedTo(holderOf(shop.runner.state, 'u1'), course, groundsOf(shop))?.parts.keys() ?? [])]
      .filter((id) => id.length === 1 && id !== 'k')
      .join('');
  const who = { personId: 'u1', productId: 'k', lessonId: 'x' };
  expect([open(shop, 'k'), lessons(), await codeOf(shop, { type: 'mark-lesson', ...who })]).toEqual([
    '',
    '',
    'pass-not-open',
  ]);
  await shop.goTo(at('2026-07-05T00:00'));
  expect([open(shop, 'k'), lessons(), await codeOf(shop, { type: 'mark-lesson', ...who })]).toEqual(['k', 'x', 'done']);
  await shop.goTo(at('2026-07-11T23:59'));
  expect(lessons()).toBe('x');
  await shop.goTo(at('2026-07-12T00:00'));
  expect(lessons()).toBe('xy');
  // Whoever joins after it was put in has it from their first day on.
  await shop.buy({ i: 0, person: 'u2' });
  expect(open(shop, 'mk', 'u2')).toBe('mk');
  expect(
    followCourse(shop.runner.state, course, inside(shop, 'k'), shop.runner.now()).people.map((p) => [
      p.personId,
      p.done,
    ]),
  ).toEqual([
    ['u1', 1],
    ['u2', 0],
  ]);
  // Taken out it closes for whoever has it by this alone.
  expect(losing(shop, 'm', 'k')).toEqual(['u1', 'u2']);
  await shop.act({ type: 'give-passes', gifts: [{ personId: 'u2', productId: 'k', until: null }], reason: 'kindness' });
  expect([losing(shop, 'm', 'k'), losing(shop, 'm', 'a'), losing(shop, 'm', 'gone')]).toEqual([
    ['u1'],
    ['u1', 'u2'],
    [],
  ]);
  const gift = [...shop.runner.state.passes.values()].at(-1)?.id ?? '';
  await shop.act({ type: 'withdraw-pass', passId: gift });
  // A lesson that somebody opens through a membership may not go.
  const without = (content: DraftContent): void => {
    for (const p of content.products) if (p.kind === 'course') p.modules.pop();
  };
  expect(await publish(shop, without)).toBe('would-strand');
  // Once it is in no membership any more nobody has it.
  expect(
    await publish(
      shop,
      within('m', (m) => void m.parts.pop()),
    ),
  ).toBe('done');
  expect([open(shop, 'mk', 'u2'), await publish(shop, without)]).toEqual(['m', 'done']);
});

test('what is put in counts from then, whatever was before: joined long ago, paused, or left already', async () => {
  const course = courseOf([moduleOf('m1', [lessonWith('x')]), moduleOf('m2', [lessonWith('y')])], {
    id: 'k',
    plan: WEEKLY,
  });
  const shop = await shopWith([downloadWith('a'), course, membershipOf('m', ['a'])], ['m']);
  const agreement = await shop.buy({ i: 0 });
  const left = await shop.buy({ i: 0, person: 'u2' });
  await shop.goTo(at('2026-06-16T12:00'));
  await shop.act({ type: 'pause', agreementId: agreement.id, until: '2026-06-20', by: 'seller' });
  await shop.act({ type: 'cancel', agreementId: left.id, when: 'now', giveBack: false, by: 'seller' });
  await shop.goTo(at('2026-07-01T12:00'));
  await publish(
    shop,
    within('m', (m) => m.parts.push({ productId: 'k', plan: null })),
  );
  const lessons = (): string =>
    [...(openedTo(holderOf(shop.runner.state, 'u1'), course, groundsOf(shop))?.parts.keys() ?? [])]
      .filter((id) => id === 'x' || id === 'y')
      .join('');
  expect([open(shop, 'k'), lessons()]).toEqual(['k', 'x']);
  // Whoever had left by then never had it: of that nothing is said to them.
  expect(rightsTo(holderOf(shop.runner.state, 'u2'), 'k', groundsOf(shop))).toEqual([]);
  expect(rightsTo(holderOf(shop.runner.state, 'u2'), 'a', groundsOf(shop))).toHaveLength(1);
  await shop.goTo(at('2026-07-07T23:59'));
  expect(lessons()).toBe('x');
  await shop.goTo(at('2026-07-08T00:00'));
  expect(lessons()).toBe('xy');
});

test('what comes into a membership was nobody’s by it before: a lesson may go in the same release that puts its course in', async () => {
  const course = courseOf([moduleOf('m1', [lessonWith('x'), lessonWith('y')])], { id: 'k' });
  const shop = await shopWith([downloadWith('a'), course, membershipOf('m', ['a'])], ['m']);
  await shop.buy({ i: 0 });
  const putIn = (content: DraftContent): void => {
    within('m', (m) => m.parts.push({ productId: 'k', plan: null }))(content);
    for (const p of content.products) if (p.kind === 'course') p.modules[0]?.lessons.pop();
  };
  expect([await publish(shop, putIn), open(shop, 'k')]).toEqual(['done', 'k']);
});

test('taken out before the next one’s turn: that one waits for it as before', async () => {
  const shop = await shopWith(
    [...['a', 'b', 'c'].map(downloadWith), membershipOf('m', ['a', 'b'], { plan: WEEKLY })],
    ['m'],
  );
  await shop.buy({ i: 0 });
  await shop.goTo(at('2026-06-16T12:00'));
  await publish(
    shop,
    within('m', (m) => (m.parts = ['c', 'b'].map((productId) => ({ productId, plan: null })))),
  );
  expect(open(shop, 'abc')).toBe('c');
  await shop.goTo(at('2026-06-22T00:00'));
  expect(open(shop, 'abc')).toBe('bc');
});

test('after the one before is done: a course that is finished, and what cannot be done keeps nobody waiting', async () => {
  const first = courseOf([moduleOf('m1', [lessonWith('x')])], { id: 'k' });
  const shop = await shopWith(
    [downloadWith('a'), downloadWith('b'), first, membershipOf('m', ['a', 'k', 'b'], { plan: { opens: 'in-order' } })],
    ['m'],
  );
  await shop.buy({ i: 0 });
  expect(open(shop, 'akb')).toBe('ak');
  await codeOf(shop, { type: 'mark-lesson', personId: 'u1', productId: 'k', lessonId: 'x' });
  expect(open(shop, 'akb')).toBe('akb');
});

test('posts are there from their moment on, for whoever comes later too; planned ahead, held back, taken out', async () => {
  const shop = await shopWith(
    [
      membershipOf('m', [], {
        posts: [
          postWith('p1', '2026-01-01T09:00:00.000Z'),
          postWith('p2', '2026-06-20T09:00:00.000Z'),
          postWith('p3', '2026-01-02T09:00:00.000Z', { heldBack: true }),
        ],
      }),
    ],
    ['m'],
  );
  await shop.buy({ i: 0 });
  expect([await fetched(shop, 'f_p1'), await fetched(shop, 'f_p2'), await fetched(shop, 'f_p3')]).toEqual([
    'done',
    'part-not-open',
    'no-such-file',
  ]);
  await shop.goTo('2026-06-20T08:59:59.999Z');
  expect(await fetched(shop, 'f_p2')).toBe('part-not-open');
  await shop.goTo('2026-06-20T09:00:00.000Z');
  expect(await fetched(shop, 'f_p2')).toBe('done');
  // Moved to a later day it stays with whoever had it; taken out it is gone for everybody.
  await publish(
    shop,
    within('m', (m) => m.posts.forEach((p) => (p.at = p.id === 'p2' ? '2026-09-01T09:00:00.000Z' : p.at))),
  );
  expect(await fetched(shop, 'f_p2')).toBe('done');
  await shop.order({ i: 0, person: 'u2' });
  expect(await fetched(shop, 'f_p2', 'u2')).toBe('part-not-open');
  await publish(
    shop,
    within('m', (m) => (m.posts = m.posts.filter((p) => p.id !== 'p2'))),
  );
  expect(await fetched(shop, 'f_p2')).toBe('no-such-file');
});

test('a bundle in a membership stands for what is in it; a membership in a bundle is bought with it; circles are refused', async () => {
  const bundle = (id: string, parts: string[]): Product =>
    ({ ...downloadWith(id), kind: 'bundle', parts }) as unknown as Product;
  const shop = await shopWith(
    [downloadWith('a'), downloadWith('b'), bundle('x', ['a', 'b']), membershipOf('m', ['x']), bundle('y', ['m'])],
    ['y'],
    [ONCE],
  );
  await shop.order({ i: 0 });
  expect([open(shop, 'xymab'), await fetched(shop, 'f_b')]).toEqual(['mab', 'done']);
  const live = shop.ports.releases.get(1);
  const circle = structuredClone(unsealContent(live?.content ?? ({} as never)));
  within('m', (m) => m.parts.push({ productId: 'y', plan: null }))(circle);
  const stops = launchCheck(circle, () => true, START).filter((f) => f.level === 'stops');
  expect(stops.map((f) => f.code)).toEqual(expect.arrayContaining(['circle']));
});

test('who may open what in a membership, day by day, equals a plain count: joins, pauses, parts put in, taken out and moved', async () => {
  const ids = ['a', 'b', 'c', 'd'];
  const step = fc.record({
    days: fc.integer({ min: 1, max: 20 }),
    does: fc.oneof(
      fc.record({ what: fc.constant('plan' as const), every: fc.integer({ min: 1, max: 12 }) }),
      fc.record({ what: fc.constant('pause' as const), days: fc.integer({ min: 2, max: 25 }) }),
      fc.record({ what: fc.constant('parts' as const), now: fc.shuffledSubarray(ids, { minLength: 1 }) }),
    ),
  });
  const every = (count: number): Membership['plan'] => ({ opens: 'every', every: { count, unit: 'day' } });
  await fc.assert(
    fc.asyncProperty(
      fc.array(step, { minLength: 1, maxLength: 7 }),
      fc.integer({ min: 1, max: 12 }),
      async (steps, first) => {
        const shop = await shopWith(
          [...ids.map(downloadWith), membershipOf('m', ['a', 'b'], { plan: every(first) })],
          ['m'],
        );
        const agreement = await shop.buy({ i: 0 });
        let day = DateTime.fromISO(START, { zone: ZONE }).startOf('day');
        let [counted, spacing, list] = [0, first, ['a', 'b']];
        const had = new Set<string>();
        const isShut = (): boolean =>
          (shop.runner.state.passes.get(shop.runner.state.passesOfPerson.get('u1')?.[0] ?? '')?.holds.length ?? 0) > 0;
        const reach = (): void => {
          if (!isShut()) list.forEach((id, k) => k * spacing <= counted && had.add(id));
        };
        reach();
        for (const { days, does } of steps) {
          for (let i = 0; i < days; i += 1) {
            day = day.plus({ days: 1 });
            await shop.goTo(day.plus({ hours: 12 }).toUTC().toISO() ?? '');
            if (!isShut()) counted += 1;
            reach();
            const expected = isShut() ? '' : ids.filter((id) => list.includes(id) && had.has(id)).join('');
            expect(open(shop, 'abcd')).toBe(expected);
            // The door itself says the same.
            expect(askedFor(shop, 'f_b')).toBe(
              isShut()
                ? 'pass-not-open'
                : !list.includes('b')
                  ? 'no-such-file'
                  : expected.includes('b')
                    ? 'done'
                    : 'part-not-open',
            );
          }
          if (does.what === 'plan') {
            spacing = does.every;
            expect(
              await publish(
                shop,
                within('m', (m) => (m.plan = every(does.every))),
              ),
            ).toBe('done');
          }
          if (does.what === 'parts') {
            for (const id of list) if (!does.now.includes(id)) had.delete(id);
            list = does.now;
            const parts = does.now.map((productId) => ({ productId, plan: null }));
            expect(
              await publish(
                shop,
                within('m', (m) => (m.parts = parts)),
              ),
            ).toBe('done');
          }
          reach();
          if (does.what === 'pause') {
            const until = day.plus({ days: does.days }).toISODate() ?? '';
            await shop.act({ type: 'pause', agreementId: agreement.id, until, by: 'seller' });
          }
        }
      },
    ),
    { numRuns: 25 },
  );
});
