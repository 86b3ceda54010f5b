import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  addBeside,
  addFirst,
  addStep,
  BEGINNINGS,
  buttonLeadsTo,
  buttonPointed,
  checkoutOf,
  type Condition,
  copyPath,
  type Known,
  leadsTo,
  mendOf,
  NOTHING_KNOWN,
  onFrom,
  Path,
  pathProblems,
  pointed,
  reachedFrom,
  removeStep,
  resolveAddress,
  standsNow,
  stepOf,
  stepsInOrder,
  thanksOf,
  type Supposed,
  upgradePath,
  whatIf,
  withCondition,
  newEntrance,
  mainOffers,
} from '#core/paths';
import { walkRelease } from '#core/shop';
import { launchCheck, sealContent } from '#core/release';
import { newOffer, newPrice } from '#core/catalogue';
import { draftContent, release } from '../../support/release';
import { softer, step, to } from '../../support/softerPath';

const codes = (path: Path, hasWayOn = true): string[] => pathProblems(path, () => hasWayOn).map((p) => p.code);

test('a path from when steps stood in order is read on: same addresses, each leads to the one after it', () => {
  const before = {
    id: 'path',
    title: 'Wrens',
    address: 'wrens',
    formerAddresses: [],
    offerId: 'off_main',
    steps: [
      { id: 's1', kind: 'page', pageId: 'p1' },
      { id: 's2', kind: 'checkout', pageId: 'p2', extras: [] },
      { id: 's3', kind: 'offer', pageId: 'p3', offer: { offerId: 'off_a', priceId: 'pr_a' } },
      { id: 's4', kind: 'offer', pageId: 'p4', offer: { offerId: 'off_b', priceId: 'pr_b' } },
      { id: 's5', kind: 'thanks', pageId: 'p5' },
    ],
  };
  const path = Path.parse(before);
  expect(path.steps.map((s) => s.address)).toEqual(['', 'checkout', 'offer-1', 'offer-2', 'thanks']);
  expect([path.start, path.note, codes(path)]).toEqual(['s1', '', []]);
  expect(['s3', 's4'].map((id) => [leadsTo(path, id, 'yes'), leadsTo(path, id, 'no')])).toEqual([
    [to('s4'), to('s4')],
    [to('s5'), to('s5')],
  ]);
  expect(resolveAddress([path], 'wrens', 'offer-2')).toMatchObject({ found: 'step', step: { id: 's4' } });
  // What is of today is left as it is.
  expect(Path.parse(path)).toEqual(path);
  expect(upgradePath(path)).toBe(path);
});

test('addresses: the path’s own is where it starts; former words of path and step lead on for good', () => {
  const path = softer();
  const parts = stepOf(path, 'parts');
  if (parts) Object.assign(parts, { address: 'in-parts', formerAddresses: ['parts', 'softly'] });
  const at = (address: string, rest = ''): string => {
    const place = resolveAddress([path], address, rest);
    return place.found === 'step' ? place.step.id : place.found === 'moved' ? `→ ${place.to}` : '';
  };
  expect([
    at('wrens'),
    at('wrens', 'page'),
    at('wrens', 'in-parts'),
    at('wrens', 'softly'),
    at('wrens', 'none'),
  ]).toEqual(['page', '→ /wrens', 'parts', '→ /wrens/in-parts', '']);
  expect([at('old-wrens'), at('old-wrens', 'softly'), at('elsewhere')]).toEqual(['→ /wrens', '→ /wrens/in-parts', '']);
});

describe('after payment', () => {
  const passed = (answers: Record<string, 'yes' | 'no'>) => (s: { id: string }) => answers[s.id] ?? null;
  const stands = (answers: Record<string, 'yes' | 'no'>): string[] =>
    standsNow(softer(), null, NOTHING_KNOWN, passed(answers)).map((s) => s.id);
  test('a softer offer is for those who declined, and for nobody else', () => {
    expect(stands({})).toEqual(['walk']);
    expect(stands({ walk: 'yes' })).toEqual(['thanks']);
    expect(stands({ walk: 'no' })).toEqual(['parts']);
    expect(stands({ walk: 'no', parts: 'no' })).toEqual(['thanks']);
    // What is owned already is passed by yes, unseen.
    expect(stands({ walk: 'no', parts: 'yes' })).toEqual(['thanks']);
  });
  test('by a condition another way; without one for everybody else', () => {
    const path = softer();
    path.joins.unshift({ from: 'pay', by: 'next', when: { about: 'price', priceId: 'pr_class' }, to: to('thanks') });
    path.joins.unshift({
      from: 'pay',
      by: 'next',
      when: { about: 'extra', extraId: 'ex', taken: true },
      to: to('parts'),
    });
    const first = (facts: object): string | undefined =>
      standsNow(path, null, { ...NOTHING_KNOWN, ...facts }, () => null)[0]?.id;
    expect([first({ priceId: 'pr_one' }), first({ priceId: 'pr_class' }), first({ extras: new Set(['ex']) })]).toEqual([
      'walk',
      'thanks',
      'parts',
    ]);
    path.joins.unshift({ from: 'pay', by: 'next', when: { about: 'entrance', entranceId: 'e1' }, to: to('parts') });
    path.joins.unshift({ from: 'pay', by: 'next', when: { about: 'owns', productId: 'prd' }, to: to('thanks') });
    expect([
      first({ entrance: 'e1' }),
      first({ entrance: 'e2' }),
      first({ owns: (id: string) => id === 'prd' }),
    ]).toEqual(['parts', 'walk', 'thanks']);
  });
  test('a page between lets them go on; an offer may stand behind the thank-you page', () => {
    let path = addStep(softer(), { id: 'read', kind: 'page', pageId: 'p' }, { after: 'pay', by: 'next' });
    path = { ...path, joins: [...path.joins, { from: 'thanks', by: 'button', block: 'b', to: to('late') }] };
    path.steps.push(step('late', 'offer'));
    path = pointed(pointed(path, 'late', 'yes', to('thanks')), 'late', 'no', to('thanks'));
    const at = (answers: Record<string, 'yes' | 'no'>): string[] =>
      standsNow(path, null, NOTHING_KNOWN, passed(answers)).map((s) => s.id);
    expect(at({})).toEqual(['read', 'walk']);
    expect(at({ walk: 'yes' })).toEqual(['read', 'thanks', 'late']);
    const walk = stepOf(path, 'walk');
    expect(walk && onFrom(path, walk, NOTHING_KNOWN, passed({ walk: 'yes' }))).toMatchObject({
      step: { id: 'thanks' },
    });
  });
});

describe('what hangs together wrongly', () => {
  test('each is named, and mended where a press can', () => {
    expect(codes(softer())).toEqual([]);
    expect(codes(softer(), false)).toEqual(['no-way-on']);
    const gone = softer();
    gone.steps = gone.steps.filter((s) => s.id !== 'parts');
    expect(codes(gone)).toEqual(['join-nowhere']);
    const loop = pointed(softer(), 'parts', 'no', to('walk'));
    expect(codes(loop)).toEqual(['round-trip', 'round-trip']);
    const early = pointed(softer(), 'page', 'next', to('walk'));
    expect(codes(early)).toContain('offer-early');
    expect(codes({ ...softer(), start: 'nowhere' })).toEqual(['no-start']);
    const twice = softer();
    for (const s of twice.steps) if (s.kind === 'offer') s.address = 'offer';
    expect(codes(twice)).toEqual(['same-address']);
    const empty = softer();
    delete empty.steps[2]?.offer;
    expect(codes(empty)).toEqual(['offer-empty']);
    expect(codes(removeStep(softer(), 'pay'))).toEqual(['no-checkout', 'offer-early', 'offer-early']);
  });

  test('generated: however ways are turned, pressing every mend leaves nothing that a press could mend', () => {
    const ids = ['page', 'pay', 'walk', 'parts', 'thanks', 'gone'];
    const turn = fc.tuple(fc.constantFrom(...ids), fc.constantFrom('next', 'yes', 'no'), fc.constantFrom(...ids));
    fc.assert(
      fc.property(fc.array(turn, { maxLength: 8 }), fc.subarray([0, 1, 2, 3, 4, 5]), (turns, cut) => {
        let path = softer();
        path.joins = path.joins.filter((_, i) => !cut.includes(i));
        for (const [from, by, target] of turns) path = pointed(path, from, by, to(target));
        for (let presses = 0; presses < 30; presses += 1) {
          const mend = pathProblems(path, () => true)
            .map((p) => mendOf(path, p))
            .find((m) => m !== null);
          if (!mend) break;
          path = mend.path;
        }
        expect(pathProblems(path, () => true).filter((p) => mendOf(path, p))).toEqual([]);
      }),
      { numRuns: 300 },
    );
  });

  test('generated: steps put in and taken out leave a path that leads on everywhere; what only a step that went led to is named', () => {
    const edit = fc.record({
      what: fc.constantFrom('page', 'offer', 'first', 'out'),
      at: fc.nat(20),
      by: fc.constantFrom('yes', 'no'),
    });
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 25 }), (edits) => {
        let path = softer();
        edits.forEach(({ what, at, by }, n) => {
          const paid = path.steps.filter((s) => reachedFrom(path, 'pay').has(s.id) && s.kind !== 'thanks');
          const spot = paid[at % paid.length];
          if (!spot) throw new Error('no spot');
          const made = { id: `n${n}`, pageId: `p${n}` };
          if (what === 'out') {
            const other = path.steps.filter((s) => s.kind === 'offer' || s.kind === 'page')[at % path.steps.length];
            if (other) path = removeStep(path, other.id);
          } else if (what === 'first') path = addFirst(path, { ...made, kind: 'page' });
          else
            path = addStep(
              path,
              { ...made, kind: what, ...(what === 'offer' ? { offer: { offerId: 'o', priceId: 'p' } } : {}) },
              { after: spot.id, by: spot.kind === 'offer' ? by : 'next' },
            );
        });
        expect(codes(path).filter((code) => code !== 'unreached')).toEqual([]);
        if (edits.every(({ what }) => what !== 'out')) expect(codes(path)).toEqual([]);
        expect(
          stepsInOrder(path)
            .map((s) => s.id)
            .sort(),
        ).toEqual(path.steps.map((s) => s.id).sort());
        expect(Path.parse(path)).toEqual(path);
      }),
      { numRuns: 200 },
    );
  });
});

test('steps are told of along the stream, what leaves it after the step it leaves', () => {
  expect(stepsInOrder(softer()).map((s) => s.id)).toEqual(['page', 'pay', 'walk', 'parts', 'thanks']);
});

describe('ready beginnings', () => {
  let count = 0;
  const known = (content: ReturnType<typeof draftContent>): Known => {
    const [offer] = content.offers;
    const [product] = content.products;
    if (!offer || !product) throw new Error('no offer');
    const sell = (id: string, title: string): NonNullable<Known['more']> => {
      const own = { ...product, id: `prd_${id}`, title };
      content.products.push(own);
      const price = newPrice(`pr_${id}`, { terms: { kind: 'plan', amount: '70', payments: '3' } });
      content.offers.push({ ...newOffer(`off_${id}`, own, 'EUR'), prices: [price] });
      return { offer: { id: `off_${id}`, title, products: [own] }, priceId: price.id };
    };
    return {
      offer: { id: offer.id, title: offer.title, products: [product] },
      more: sell('walks', 'Three walks'),
      softer: sell('parts', 'One walk'),
      beside: sell('circle', 'A circle').offer,
      few: 'pr_class',
      lower: 'pr_class',
      short: () => 'k7Qm',
      locale: 'en',
      taken: new Set(content.paths.map((p) => p.address)),
      next: (prefix) => `${prefix}_b${(count += 1)}`,
    };
  };
  test.each(BEGINNINGS.filter((b) => !b.front).map((b) => [b.sentence, b] as const))(
    '%s: hangs together, and a practice buyer gets in everywhere',
    async (_, beginning) => {
      const content = draftContent();
      const { path, pages } = beginning.make(known(content));
      content.paths = [path];
      content.pages = pages;
      expect(codes(path)).toEqual([]);
      expect([checkoutOf(path) !== undefined, thanksOf(path) !== undefined]).toEqual([true, true]);
      const walked = await walkRelease(release(1, null, sealContent(content)), '2026-06-15T09:00:00.000Z');
      const offers = path.steps.filter((s) => s.kind === 'offer').length;
      // Two prices of its own, one of what stands beside it.
      const of = 2 + (beginning.asks.includes('beside') ? 1 : 0) + offers;
      expect(walked).toEqual({ of, gotIn: of, failed: [] });
      const stops = launchCheck(content, () => true, '2026-06-15T09:00:00.000Z').filter((f) => f.level === 'stops');
      expect(stops.filter((f) => f.about.kind === 'path')).toEqual([]);
    },
  );

  test.each(BEGINNINGS.filter((b) => b.front).map((b) => [b.sentence, b] as const))(
    '%s: sells nothing itself, leads to what does, and stops nothing',
    async (_, beginning) => {
      const content = draftContent();
      const paths = content.paths.map(({ id, title }) => ({ id, title }));
      const { path, pages } = beginning.make({ ...known(content), paths, shopName: 'Test school' });
      const others = content.paths;
      content.paths = [...others, path];
      content.pages = [...content.pages, ...pages];
      const stopped = (): string[] =>
        launchCheck(content, () => true, '2026-06-15T09:00:00.000Z')
          .filter((f) => f.level === 'stops')
          .map((f) => f.code);
      expect([codes(path), stopped(), mainOffers(path)]).toEqual([[], [], []]);
      // Everything that is sold is walked; what sells nothing stands in nobody's way.
      const walked = await walkRelease(release(1, null, sealContent(content)), '2026-06-15T09:00:00.000Z');
      expect(walked).toEqual({ of: 3, gotIn: 3, failed: [] });
      // What it leads to is taken out: it is said.
      content.paths = [...others.slice(1), path];
      expect(stopped()).toContain('link-nowhere');
      // A page with nothing on it to press leads nobody anywhere.
      for (const page of pages) page.blocks = page.blocks.filter((b) => b.kind === 'headline');
      expect(stopped()).toContain('no-way-on');
    },
  );
});

test('a step that is taken out takes along what was compared there, and nothing else', () => {
  const of = (id: string, at: string) =>
    ({ id, step: at, other: { of: 'page', pageId: 'other' }, share: 50, by: 'went-on' }) as const;
  const path = { ...softer(), comparisons: [of('c1', 'walk'), of('c2', 'page')] };
  expect(removeStep(path, 'walk').comparisons?.map((c) => c.id)).toEqual(['c2']);
  expect(removeStep(softer(), 'walk')).not.toHaveProperty('comparisons');
});

// Source: the worked values of what the shop promises of a what-if, with figures chosen for it.
test('what a visitor brings, and what three points more at each join would: page 31 %, paid 54 %, extra, offer, softer offer', () => {
  const supposed: Record<string, Supposed> = {
    page: { share: 0.31, money: 0, extras: [] },
    pay: { share: 0.54, money: 18_000, extras: [{ share: 0.38, money: 900 }] },
    walk: { share: 0.19, money: 21_000, extras: [] },
    parts: { share: 0.12, money: 7_500, extras: [] },
  };
  const nothing: Supposed = { share: 1, money: 0, extras: [] };
  const found = whatIf(softer(), (id) => supposed[id] ?? nothing);
  expect([Math.round(found.buyer), Math.round(found.visitor)]).toEqual([23_061, 3_860]);
  expect(found.more.slice(0, 3).map(({ step: id, by }) => [id, Math.round(by)])).toEqual([
    ['page', 374],
    ['pay', 214],
    ['walk', 101],
  ]);
});

test('generated: what a visitor brings is what a crowd of them brings, walked one by one', () => {
  const share = fc.integer({ min: 0, max: 100 }).map((n) => n / 100);
  fc.assert(
    fc.property(fc.tuple(share, share, share, share, share), (shares) => {
      const money = [0, 18_000, 21_000, 7_500];
      const at = (id: string): Supposed => {
        const i = ['page', 'pay', 'walk', 'parts'].indexOf(id);
        return {
          share: shares[i] ?? 1,
          money: money[i] ?? 0,
          extras: id === 'pay' ? [{ share: shares[4], money: 900 }] : [],
        };
      };
      // Every outcome with its chance, counted by hand along the path.
      const [page, pay, walk, parts, extra] = shares;
      const buyer = 18_000 + extra * 900 + walk * 21_000 + (1 - walk) * parts * 7_500;
      const found = whatIf(softer(), at);
      expect(found.buyer).toBeCloseTo(buyer, 6);
      expect(found.visitor).toBeCloseTo(page * pay * buyer, 6);
    }),
  );
});

// Worked by hand: half go on, a third of them to the class (90.00, of whom 20 % pay), two thirds to the pack (30.00, 10 %).
test('a page with two checkouts is worth what both bring, by how many go to each', () => {
  const side = step('class', 'checkout', { offerId: 'off_class' });
  const path = addBeside(
    pointed(removeStep(removeStep(softer(), 'walk'), 'parts'), 'pay', 'next', to('thanks')),
    side,
    'b_class',
  );
  const supposed: Record<string, Supposed> = {
    page: {
      share: 0.5,
      money: 0,
      extras: [],
      ways: new Map([
        ['class', 1],
        ['pay', 2],
      ]),
    },
    pay: { share: 0.1, money: 3_000, extras: [] },
    class: { share: 0.2, money: 9_000, extras: [] },
  };
  const nothing: Supposed = { share: 1, money: 0, extras: [] };
  const found = whatIf(path, (id) => supposed[id] ?? nothing);
  // 0.5 × (1/3 × 0.2 × 90 + 2/3 × 0.1 × 30) = 4.00; 1/15 + 1/15 of those who go on pay, as many at each: 60.00.
  expect([found.visitor, found.buyer].map((n) => Math.round(n))).toEqual([400, 6_000]);
});

test('forty offers one after the other, each leading on by yes and by no, are worked out at once', () => {
  let path = softer();
  for (let n = 0; n < 40; n += 1)
    path = addStep(path, { id: `n${n}`, kind: 'offer', pageId: `p${n}` }, { after: 'pay', by: 'next' });
  const each: Supposed = { share: 0.5, money: 100, extras: [] };
  const found = whatIf(path, (id) => (id.startsWith('n') ? each : { share: 1, money: 0, extras: [] }));
  // Half of a hundred at each of forty.
  expect(found.visitor).toBeCloseTo(40 * 50, 6);
});

test('a button of a page goes its own way, said by the path; without one it leads on like the page', () => {
  const path = softer();
  const block = { id: 'b1' };
  expect(buttonLeadsTo(path, 'page', block)).toEqual(to('pay'));
  const own = buttonPointed(path, 'page', 'b1', to('thanks'));
  expect([buttonLeadsTo(own, 'page', block), buttonLeadsTo(own, 'page', { id: 'b2' })]).toEqual([
    to('thanks'),
    to('pay'),
  ]);
  // It counts as a way: what only a button leads to is reached.
  const aside = { ...own, steps: [...own.steps, step('aside', 'page')] };
  const led = pointed(buttonPointed(aside, 'page', 'b1', to('aside')), 'aside', 'next', to('pay'));
  expect([codes(pointed(aside, 'aside', 'next', to('pay'))), codes(led)]).toEqual([['unreached'], []]);
  expect(buttonLeadsTo(buttonPointed(own, 'page', 'b1', null), 'page', block)).toEqual(to('pay'));
  // A step that the page itself named counts while it is there.
  expect(buttonLeadsTo(path, 'page', { id: 'b1', step: 'thanks' })).toEqual(to('thanks'));
  expect(buttonLeadsTo(path, 'page', { id: 'b1', step: 'gone' })).toEqual(to('pay'));
});

test('a mend is made of the path as it is when it is pressed: what was typed since stays', () => {
  const content = draftContent();
  const [path] = content.paths;
  if (!path) throw new Error('no path');
  content.paths[0] = { ...path, joins: path.joins.filter((j) => j.from !== checkoutOf(path)?.id) };
  const [mend] = launchCheck(content, () => true, '2026-06-15T09:00:00.000Z').flatMap((f) => f.mend ?? []);
  const typed = { ...content.paths[0], title: 'Typed since' };
  expect(mend?.of(typed)).toEqual({ ...typed, joins: expect.arrayContaining([...typed.joins]) });
  expect(mend?.of(typed)).toMatchObject({ title: 'Typed since' });
  expect(codes(Path.parse(mend?.of(typed)))).toEqual([]);
});

test('a copy hangs together as the first did, shares no id with it, and is changed without it', () => {
  const pages = softer().steps.map((s) => ({
    id: s.pageId,
    kind: 'sales' as const,
    title: '',
    description: '',
    blocks: [],
  }));
  const first = softer();
  first.joins.push({ from: 'page', by: 'button', block: 'b1', to: to('pay') });
  first.entrances = [newEntrance({ id: 'e1', word: 'talk', short: 'k7Qm' })];
  first.joins.push({ from: 'pay', by: 'next', when: { about: 'entrance', entranceId: 'e1' }, to: to('thanks') });
  first.countdowns = [{ id: 'c1', until: { to: 'hours', hours: 2 }, then: { does: 'leaves-out', step: 'walk' } }];
  const page = pages[0];
  if (page)
    Object.assign(page, { blocks: [{ id: 'b1', kind: 'offer', title: '', button: '', note: '', step: 'pay' }] });
  let count = 0;
  const { path, pages: copies } = copyPath(first, pages, {
    taken: new Set(['wrens', 'wrens-2']),
    next: (prefix) => `${prefix}_c${(count += 1)}`,
    short: () => 'c7Py',
  });
  expect([path.address, path.title, codes(path)]).toEqual(['wrens-3', 'Wrens, copy', []]);
  const ids = (p: Path): string[] => [p.id, ...p.steps.flatMap((s) => [s.id, s.pageId])];
  expect(ids(path).filter((id) => ids(first).includes(id))).toEqual([]);
  expect(stepsInOrder(path).map((s) => s.kind)).toEqual(stepsInOrder(first).map((s) => s.kind));
  const [block] = copies[0]?.blocks ?? [];
  // What it says of its own parts, it says of its own.
  const [entrance] = path.entrances ?? [];
  expect([entrance?.id, entrance?.short]).toEqual([expect.stringMatching(/_c\d+$/), 'c7Py']);
  expect(path.joins.at(-1)?.when).toEqual({ about: 'entrance', entranceId: entrance?.id });
  expect(path.countdowns?.[0]?.then).toEqual({ does: 'leaves-out', step: path.steps[2]?.id });
  expect(path.joins.at(-2)).toMatchObject({ by: 'button', block: block?.id, to: { step: checkoutOf(path)?.id } });
  expect(block).toMatchObject({ kind: 'offer', step: checkoutOf(path)?.id });
});

test('a way out of the path leads to another that is there, or to an address of the web and no other', () => {
  const found = (target: Path['joins'][number]['to']): string[] => {
    const content = draftContent();
    const [path] = content.paths;
    if (!path) throw new Error('no path');
    const paid = checkoutOf(path)?.id ?? '';
    content.paths[0] = pointed(path, paid, 'next', target);
    return launchCheck(content, () => true, '2026-06-15T09:00:00.000Z')
      .map((f) => f.code)
      .filter((c) => c.startsWith('leads'));
  };
  const other = draftContent().paths[1]?.id ?? '';
  expect(found({ kind: 'path', path: other })).toEqual([]);
  expect(found({ kind: 'path', path: 'path_gone' })).toEqual(['leads-nowhere']);
  expect(found({ kind: 'elsewhere', href: 'https://films.example/thanks' })).toEqual([]);
  for (const href of [
    'javascript:alert(1)',
    'https://user:pw@films.example/',
    'data:text/html,x',
    '//films.example',
    '',
  ])
    expect([href, found({ kind: 'elsewhere', href })]).toEqual([href, ['leads-wrong']]);
});

test('somebody sent another way by what is not sold there any more: said, and no hindrance', () => {
  const content = draftContent();
  const [path] = content.paths;
  const [product] = content.products;
  if (!path || !product) throw new Error('no path');
  const paid = checkoutOf(path)?.id ?? '';
  const end = { kind: 'step', step: thanksOf(path)?.id ?? '' } as const;
  const found = (when: Condition): string[] =>
    launchCheck(
      { ...content, paths: [withCondition(path, paid, 'next', when, end)] },
      () => true,
      '2026-06-15T09:00:00.000Z',
    )
      .filter((f) => f.code === 'never-so')
      .map((f) => f.level);
  expect([found({ about: 'price', priceId: 'pr_class' }), found({ about: 'owns', productId: product.id })]).toEqual([
    [],
    [],
  ]);
  expect(found({ about: 'price', priceId: 'pr_gone' })).toEqual(['look']);
  expect(found({ about: 'extra', extraId: 'gone', taken: true })).toEqual(['look']);
  expect(found({ about: 'owns', productId: 'prd_gone' })).toEqual(['look']);
});
