import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { DateTime } from 'luxon';
import type { Course } from '#core/catalogue';
import type { Instant } from '#core/calendar';
import { type Release, sealContent, unsealContent } from '#core/release';
import { holderOf, openedTo, progressOf } from '#core/shop';
import { courseOf, lessonWith, moduleOf, quiz, sellingCourse, soundFile, WEEKLY } from '../../support/course';
import { codeOf, type MemoryShop, releaseWith, shopInMemory } from '../../support/shopInMemory';

const ZONE = 'Europe/Lisbon';
const START = '2026-06-15T08:00:00.000Z';
const ONCE = { kind: 'once', amount: '12' } as const;
const MONTHLY = { kind: 'subscription', amount: '30', every: { count: '1', unit: 'month' } } as const;
const at = (local: string): Instant => DateTime.fromISO(local, { zone: ZONE }).toUTC().toISO() ?? '';

async function shopWith(course: Course, terms: Parameters<typeof releaseWith>[0] = [ONCE]): Promise<MemoryShop> {
  const live = releaseWith(terms, { shop: { zone: ZONE }, edit: sellingCourse(course) });
  return shopInMemory(live, START);
}

const course = (more: Partial<Course> = {}): Course =>
  courseOf(
    [
      moduleOf('m1', [
        lessonWith('a', { files: [soundFile('f_a')] }),
        lessonWith('b', {
          blocks: [{ id: 'b_s', kind: 'sound', title: 'Call', file: soundFile('f_b'), captions: [] }],
        }),
      ]),
      moduleOf('m2', [lessonWith('c', { files: [soundFile('f_c')] }), lessonWith('d', { quiz: quiz() })]),
    ],
    { plan: WEEKLY, ...more },
  );

const learner = (shop: MemoryShop, personId = 'u1') => {
  const who = { personId, productId: 'prd_course' };
  const passId = (): string => shop.runner.state.passesOfPerson.get(personId)?.[0] ?? '';
  return {
    mark: (lessonId: string) => codeOf(shop, { type: 'mark-lesson', ...who, lessonId }),
    pass: (lessonId: string) => codeOf(shop, { type: 'pass-quiz', ...who, lessonId, right: 2, of: 2 }),
    fetch: (fileId: string) => codeOf(shop, { type: 'fetch-file', passId: passId(), fileId }),
    open: (release: Release | undefined = shop.ports.releases.get(shop.runner.state.release ?? 0)): string[] => {
      const product = release?.content.products.find((p) => p.id === 'prd_course');
      const opened =
        product &&
        openedTo(holderOf(shop.runner.state, personId), product, {
          now: shop.runner.now(),
          zone: ZONE,
          products: release?.content.products ?? [],
          history: (id) => shop.runner.history(id),
        });
      return opened?.pass ? [...opened.parts.keys()].filter((id) => id.length === 1).sort() : [];
    },
    progress: () => progressOf(shop.runner.state, personId, 'prd_course'),
  };
};

/** Publishes the live content as it is after an edit. */
async function publish(shop: MemoryShop, edit: (course: Course) => void): Promise<string> {
  const number = shop.runner.state.release ?? 0;
  const live = shop.ports.releases.get(number);
  if (!live) throw new Error('nothing is live');
  const draft = structuredClone(unsealContent(live.content));
  for (const product of draft.products) if (product.kind === 'course') edit(product);
  const release: Release = { ...live, number: number + 1, basedOn: number, content: sealContent(draft) };
  shop.ports.addRelease(release);
  return codeOf(shop, { type: 'publish', release, hasFile: () => true });
}

test('what opens later cannot be fetched or done before; what is shown in place is never counted', async () => {
  const shop = await shopWith(course());
  const me = learner(shop);
  expect([await me.mark('a'), me.open()]).toEqual(['no-such-lesson', []]);
  await shop.order({ i: 0 });
  expect(me.open()).toEqual(['a', 'b']);
  expect([await me.fetch('f_a'), await me.fetch('f_b'), await me.fetch('f_c')]).toEqual([
    'done',
    'done',
    'part-not-open',
  ]);
  expect([await me.mark('c'), await me.pass('d'), await me.mark('x')]).toEqual([
    'part-not-open',
    'part-not-open',
    'no-such-lesson',
  ]);
  const counted = (): number =>
    shop.ports.batches.flatMap((b) => b.events).filter((e) => e.type === 'file.fetched').length;
  expect(counted()).toBe(1);
  // The moment of the second week, in the shop's zone.
  await shop.goTo(at('2026-06-21T23:59:59.999'));
  expect(await me.fetch('f_c')).toBe('part-not-open');
  await shop.goTo(at('2026-06-22T00:00'));
  expect([await me.fetch('f_c'), await me.mark('c')]).toEqual(['done', 'done']);
});

test('done once, by a press or by passing; all that counts done is finished, once, with a number', async () => {
  const shop = await shopWith(course({ plan: null }));
  const me = learner(shop);
  const other = learner(shop, 'u2');
  await shop.order({ i: 0 });
  await shop.order({ i: 0, person: 'u2' });
  expect(await me.mark('d')).toBe('quiz-first');
  expect(await me.pass('a')).toBe('no-such-lesson');
  for (const id of ['a', 'a', 'b', 'c']) expect(await me.mark(id)).toBe('done');
  expect(me.progress()?.finished ?? null).toBeNull();
  expect([await me.pass('d'), await me.pass('d'), await me.mark('d')]).toEqual(['done', 'done', 'done']);
  expect(me.progress()?.finished).toMatchObject({ number: 1, title: 'Hearing Wrens' });
  expect(me.progress()?.passed.get('d')).toMatchObject({ right: 2, of: 2 });
  const facts = shop.ports.batches.flatMap((b) => b.events.map(({ type }) => type));
  expect(['lesson.done', 'quiz.passed', 'course.finished'].map((t) => facts.filter((f) => f === t).length)).toEqual([
    4, 1, 1,
  ]);
  // Of others nothing is done, and the next certificate has the next number.
  expect(other.progress()).toBeUndefined();
  for (const id of ['a', 'b', 'c']) await other.mark(id);
  await other.pass('d');
  expect(other.progress()?.finished?.number).toBe(2);
  // What comes later changes nothing about it, and a start from the history says the same.
  await publish(shop, (c) => c.modules[1]?.lessons.push(lessonWith('e')));
  await shop.restart();
  expect([me.open(), me.progress()?.finished?.number]).toEqual([['a', 'b', 'c', 'd', 'e'], 1]);
  expect([await me.mark('e'), me.progress()?.finished?.number]).toEqual(['done', 1]);
});

test('who had done all but what counts no more has finished, and is told by a number; not whose money came back', async () => {
  const shop = await shopWith(course({ plan: null }));
  const [me, gone, half] = [learner(shop), learner(shop, 'u2'), learner(shop, 'u3')];
  const orders = [];
  for (const person of ['u1', 'u2', 'u3']) orders.push(await shop.order({ i: 0, person }));
  for (const id of ['a', 'b', 'c']) for (const who of [me, gone]) await who.mark(id);
  await half.mark('a');
  const lineId = orders[1]?.lines[0]?.lineId ?? '';
  const shares = [{ lineId, amount: 1_200 }];
  await codeOf(shop, { type: 'refund', orderId: orders[1]?.id ?? '', shares, reason: 'asked' });
  await shop.runner.settle();
  await publish(shop, (c) => (c.modules[1]!.lessons[1]!.putAway = true));
  const finished = [me, gone, half].map((who) => who.progress()?.finished?.number ?? null);
  expect(finished).toEqual([1, null, null]);
  await shop.restart();
  expect(me.progress()?.finished?.title).toBe('Hearing Wrens');
});

test('one after another: the next opens by what was done before it', async () => {
  const shop = await shopWith(course({ plan: { opens: 'in-order' } }));
  const me = learner(shop);
  await shop.order({ i: 0 });
  expect([me.open(), await me.mark('b')]).toEqual([['a'], 'part-not-open']);
  await me.mark('a');
  expect(me.open()).toEqual(['a', 'b']);
  await me.mark('b');
  expect(me.open()).toEqual(['a', 'b', 'c']);
});

test('after the money has come back nothing opens and nothing is done', async () => {
  const shop = await shopWith(course({ plan: null }));
  const me = learner(shop);
  const order = await shop.order({ i: 0 });
  const lineId = order.lines[0]?.lineId ?? '';
  await codeOf(shop, { type: 'refund', orderId: order.id, shares: [{ lineId, amount: 1_200 }], reason: 'asked' });
  await shop.runner.settle();
  expect([await me.mark('a'), await me.fetch('f_a'), await me.fetch('f_b'), me.open()]).toEqual([
    'pass-not-open',
    'pass-not-open',
    'pass-not-open',
    [],
  ]);
});

test('an owner loses no lesson: it can be held back or put away, and who had it open keeps it', async () => {
  const shop = await shopWith(course());
  const early = learner(shop);
  const late = learner(shop, 'u2');
  await shop.order({ i: 0 });
  expect(await publish(shop, (c) => void c.modules[0]?.lessons.splice(0, 1))).toBe('would-strand');
  expect(await publish(shop, (c) => void c.modules[0]?.lessons[0]?.files.splice(0, 1))).toBe('would-strand');
  // What is shown in a lesson is the seller's to change.
  expect(await publish(shop, (c) => (c.modules[0]!.lessons[1]!.blocks = lessonWith('b').blocks))).toBe('done');
  await shop.goTo(at('2026-06-16T10:00'));
  expect(
    await publish(shop, (c) => {
      c.modules[0]!.lessons[0]!.putAway = true;
      c.modules[0]!.lessons[1]!.heldBack = true;
    }),
  ).toBe('done');
  await shop.order({ i: 0, person: 'u2' });
  // What is left of the weeks moves up: nobody waits for what is not there.
  expect([early.open(), late.open()]).toEqual([
    ['a', 'b', 'c', 'd'],
    ['c', 'd'],
  ]);
  expect([await early.fetch('f_a'), await late.fetch('f_a')]).toEqual(['done', 'part-not-open']);
  // What was never shown may go.
  await publish(shop, (c) => c.modules[1]?.lessons.push(lessonWith('e', { heldBack: true })));
  expect(await publish(shop, (c) => void c.modules[1]?.lessons.pop())).toBe('done');
});

test('who may open what, at every moment, equals a plain computation on generated joins, pauses and plans that change', async () => {
  const step = fc.record({
    days: fc.integer({ min: 1, max: 25 }),
    does: fc.oneof(
      fc.constant({ what: 'look' } as const),
      fc.record({ what: fc.constant('plan' as const), every: fc.integer({ min: 1, max: 12 }) }),
      fc.record({ what: fc.constant('pause' as const), days: fc.integer({ min: 2, max: 30 }) }),
    ),
  });
  await fc.assert(
    fc.asyncProperty(
      fc.array(step, { minLength: 1, maxLength: 8 }),
      fc.integer({ min: 1, max: 12 }),
      async (steps, first) => {
        const every = (count: number): Course['plan'] => ({ opens: 'every', every: { count, unit: 'day' } });
        const ids = ['a', 'b', 'c', 'd'];
        const shop = await shopWith(
          courseOf(
            ids.map((id) => moduleOf(`m${id}`, [lessonWith(id)])),
            { plan: every(first) },
          ),
          [MONTHLY],
        );
        const me = learner(shop);
        const agreement = await shop.buy({ i: 0 });
        // Day by day, as somebody with a paper calendar would.
        const wasOpen = (): boolean => me.open().length > 0;
        let counted = 0;
        let spacing = first;
        const had = new Set<string>(['a']);
        const day = { date: DateTime.fromISO(START, { zone: ZONE }).startOf('day') };
        for (const { days, does } of steps) {
          for (let i = 0; i < days; i += 1) {
            day.date = day.date.plus({ days: 1 });
            // Looked at shortly before midnight and at noon: a date is missed where neither was open.
            await shop.goTo(day.date.plus({ hours: 12 }).toUTC().toISO() ?? '');
            const status = shop.runner.state.agreements.get(agreement.id)?.status;
            const shut = shop.runner.state.passes.get(shop.runner.state.passesOfPerson.get('u1')?.[0] ?? '')?.holds
              .length;
            if (status === undefined) throw new Error('no agreement');
            if (!shut) counted += 1;
            if (!shut) ids.forEach((id, k) => k * spacing <= counted && had.add(id));
            expect(me.open()).toEqual(shut ? [] : [...had].sort());
            expect(wasOpen()).toBe(!shut);
          }
          if (does.what === 'plan') {
            spacing = does.every;
            expect(await publish(shop, (c) => (c.plan = every(does.every)))).toBe('done');
            const shut = shop.runner.state.passes.get(shop.runner.state.passesOfPerson.get('u1')?.[0] ?? '')?.holds
              .length;
            if (!shut) ids.forEach((id, k) => k * spacing <= counted && had.add(id));
          }
          if (does.what === 'pause') {
            const until = day.date.plus({ days: does.days }).toISODate() ?? '';
            await codeOf(shop, { type: 'pause', agreementId: agreement.id, until: until, by: 'seller' });
          }
        }
      },
    ),
    {
      numRuns: 25,
      // A plan that came and went during a pause.
      examples: [
        [
          [
            { days: 1, does: { what: 'pause', days: 3 } },
            { days: 1, does: { what: 'plan', every: 1 } },
            { days: 1, does: { what: 'plan', every: 3 } },
            { days: 1, does: { what: 'plan', every: 1 } },
          ],
          2,
        ],
      ],
    },
  );
});
