import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { addStep } from '#core/paths';
import { addableKinds, placeBlock, bestPlace, Block, BLOCK_KINDS, moveBlock, newBlock } from '#core/pages';
import { changesBetween, keepBack, launchCheck, sealContent, unsealContent, withKept } from '#core/release';
import { appendSteps } from '../../../src/studio/data/steps';
import { asDownload, draftContent, release } from '../../support/release';

const kinds = BLOCK_KINDS.map((k) => k.kind);
const blocks = fc
  .array(fc.constantFrom(...kinds), { maxLength: 20 })
  .map((list) => list.map((kind, i) => newBlock(kind, `b${i}`, { title: 'T', benefits: [] })));

describe('blocks', () => {
  test('every kind that can be added is a valid block from the start', () => {
    for (const kind of kinds)
      expect(Block.parse(newBlock(kind, 'b', { title: 'Field pack', benefits: ['one'] }))).toMatchObject({ kind });
    expect(addableKinds({ kind: 'sales', blocks: [] })).toContain('testimonial');
    expect(addableKinds({ kind: 'sales', blocks: [] })).toContain('checkout');
    expect(
      addableKinds({ kind: 'sales', blocks: [newBlock('checkout', 'b', { title: '', benefits: [] })] }),
    ).not.toContain('checkout');
  });
  test('moved up and down again is as before; nothing is lost at the ends', () => {
    fc.assert(
      fc.property(
        blocks,
        fc.nat(20),
        fc.constantFrom<[-1, 1] | [1, -1]>([-1, 1], [1, -1]),
        (list, at, [there, back]) => {
          const id = list[at % Math.max(1, list.length)]?.id ?? 'none';
          const moved = moveBlock(list, id, there);
          expect(new Set(moved.map((b) => b.id))).toEqual(new Set(list.map((b) => b.id)));
          const index = list.findIndex((b) => b.id === id) + there;
          if (index >= 0 && index < list.length && id !== 'none') expect(moveBlock(moved, id, back)).toEqual(list);
          else expect(moved).toEqual(list);
        },
      ),
    );
  });
  test('dragged onto another place, a block stands there and the rest keep their order', () => {
    fc.assert(
      fc.property(
        blocks.filter((b) => b.length > 1),
        fc.nat(),
        fc.nat(),
        (list, a, b) => {
          const [from, to] = [list[a % list.length], list[b % list.length]];
          const placed = placeBlock(list, from?.id ?? '', to?.id ?? '');
          expect(placed.indexOf(from as never)).toBe(list.indexOf(to as never));
          expect(placed.filter((x) => x !== from)).toEqual(list.filter((x) => x !== from));
        },
      ),
    );
  });
  test('a block without a place never lands before the headline, and a testimonial lands before the offer', () => {
    fc.assert(
      fc.property(blocks, fc.constantFrom(...kinds), (list, kind) => {
        const { index } = bestPlace({ blocks: list }, kind);
        expect(index).toBeGreaterThanOrEqual(0);
        expect(index).toBeLessThanOrEqual(list.length);
      }),
    );
    const page = draftContent().pages[0];
    const place = bestPlace(page ?? { blocks: [] }, 'testimonial');
    expect(page?.blocks.findIndex((b) => b.kind === 'offer')).toBeGreaterThanOrEqual(place.index);
    expect(place.words).toMatch(/^after “/);
  });
});

describe('what publishing changes', () => {
  const live = release();
  const draft = (change: (d: ReturnType<typeof draftContent>) => void): ReturnType<typeof draftContent> => {
    const content = unsealContent(structuredClone(live.content));
    change(content);
    return content;
  };
  test('nothing, when only the writing of an amount differs', () => {
    expect(
      changesBetween(
        live,
        draft((d) => {
          const p = d.offers[0]?.prices[0];
          if (p) p.terms.amount = '24';
        }),
      ),
    ).toEqual([]);
  });
  test('before → after, in words', () => {
    const changed = draft((d) => {
      const [offer] = d.offers;
      if (offer?.prices[0]) offer.prices[0].terms.amount = '30';
      if (offer) offer.onSale = false;
      if (d.products[0]) d.products[0].promise = 'Another';
      d.paths.pop();
    });
    expect(changesBetween(live, changed).map((c) => [c.key.split('/')[0], c.what, c.details])).toEqual([
      ['product', 'changed', ['promise: A promise → Another']],
      ['offer', 'changed', ['One: €24.00 → €30.00', 'not on sale any more']],
      ['path', 'removed', []],
    ]);
  });
  test('generated: what is kept back stays as it is live, what is ticked is as drafted, and together they are all', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 12, maxLength: 12 }), (ticks) => {
        const changed = draft((d) => {
          d.shop.name = 'Else';
          for (const p of d.products) p.promise += '!';
          for (const o of d.offers) o.title += '!';
          for (const p of d.pages) p.title += '!';
        });
        const all = changesBetween(live, changed);
        const kept = new Set(all.filter((_, i) => ticks[i]).map((c) => c.key));
        const going = withKept(live, changed, kept);
        expect(changesBetween(live, going).map((c) => c.key)).toEqual(
          all.filter((c) => !kept.has(c.key)).map((c) => c.key),
        );
        expect(withKept(live, changed, new Set())).toEqual(changed);
      }),
    );
  });
  test('keeping back what a ticked thing needs is found by the launch check', () => {
    const fresh = draftContent();
    const going = withKept(null, fresh, new Set([`product/${fresh.products[0]?.id ?? ''}`]));
    expect(launchCheck(going, () => true, '2026-06-15T08:00:00.000Z').map((f) => f.code)).toContain('product-missing');
  });
  test('what is only begun does not stand in the way', () => {
    const begun = draft((d) => {
      d.products.push({ ...asDownload(d.products[0]), id: 'prd_new', title: '', files: [] });
    });
    const { content, keptBack } = keepBack(begun, live);
    expect(keptBack.map((t) => t.id)).toEqual(['prd_new']);
    expect(sealContent(content)).toEqual(live.content);
  });

  test('a page whose step was taken out is met by nobody: it does not go along, and stays as a draft', () => {
    const begun = draft((d) => {
      d.pages.push({ id: 'page_out', kind: 'sales', title: '', description: '', blocks: [] });
    });
    expect(keepBack(begun, live).content.pages.map((p) => p.id)).not.toContain('page_out');
    expect(changesBetween(live, keepBack(begun, live).content)).toEqual([]);
    expect(begun.pages.map((p) => p.id)).toContain('page_out');
  });

  test('an offer that is only beside another, or after its payment, is sold: it goes along', () => {
    const begun = draft((d) => {
      const [path] = d.paths;
      const [offer] = d.offers;
      if (!path || !offer) throw new Error('no path');
      d.offers.push({ ...offer, id: 'off_extra' }, { ...offer, id: 'off_after' }, { ...offer, id: 'off_begun' });
      const named = { priceId: 'pr_one', heading: '', text: '', strength: 'clear' as const };
      const checkout = path.steps.find((s) => s.kind === 'checkout');
      if (checkout) checkout.extras = [{ id: 'ex', offerId: 'off_extra', ...named }];
      const step = {
        id: 'after',
        kind: 'offer' as const,
        pageId: 'p',
        offer: { offerId: 'off_after', priceId: 'pr_one' },
      };
      Object.assign(path, addStep(path, step, { after: checkout?.id ?? '', by: 'next' }));
    });
    expect(keepBack(begun, null).keptBack.map((t) => t.id)).toEqual(['off_begun']);
  });
});

test('steps: typing in one place is one step that goes all the way back; two hundred are kept', () => {
  const step = (field: string, at: number, from: string, to: string) => ({
    field,
    at,
    undo: [{ op: 'replace' as const, path: [field], value: from }],
    redo: [{ op: 'replace' as const, path: [field], value: to }],
  });
  const typed = appendSteps(undefined, 'k', [
    step('title', 0, '', 'a'),
    step('title', 500, 'a', 'ab'),
    step('title', 900, 'ab', 'abc'),
    step('promise', 1_000, '', 'x'),
    step('promise', 9_000, 'x', 'y'),
  ]);
  expect(typed.done.map((s): unknown[] => [s.field, s.undo.at(-1)?.value, s.redo.at(-1)?.value])).toEqual([
    ['title', '', 'abc'],
    ['promise', '', 'x'],
    ['promise', 'x', 'y'],
  ]);
  expect(appendSteps({ ...typed, undone: [step('a', 0, '', '')] }, 'k', [step('b', 20_000, '', 'z')]).undone).toEqual(
    [],
  );
  const many = appendSteps(
    undefined,
    'k',
    Array.from({ length: 300 }, (_, i) => step('f', i * 10_000, String(i), String(i + 1))),
  );
  expect([many.done.length, many.done[0]?.undo[0]?.value]).toEqual([200, '100']);
});
