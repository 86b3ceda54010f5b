import { afterEach, expect, test } from '@jest/globals';
import type { Page } from '#core/pages';
import { type Comparison, newEntrance, type Path, removeStep, stepOf } from '#core/paths';
import { type DraftContent, sealContent, unsealContent } from '#core/release';
import { Buyer } from '../../../demo/clients';
import { figuresOf } from '../../../src/counter/owner/figures';
import { CARD, openShop, type TestShop } from '../../support/counter';
import { pathContent } from '../../support/pathShop';

// Two designs tried against each other: what a visitor sees stays, and what they see is what is charged and counted.
const GUIDE = { kind: 'once', amount: '7' } as const;
const TALK = { kind: 'once', amount: '210' } as const;
const OTHER = { kind: 'once', amount: '68' } as const;
let shop: TestShop;
afterEach(() => shop.close());
const buyer = (): Buyer => new Buyer(shop.counter.address);
const orders = () => [...shop.counter.context.runner.state.orders.values()];

/** A path with a page, an extra for 7.00 and an offer for 210.00; others see another page, the extra for 68.00, another offer. */
async function open(
  which: (path: Path) => Omit<Comparison, 'id' | 'by' | 'share'>[],
  by: Comparison['by'] = 'went-on',
  edit: (draft: DraftContent) => void = () => undefined,
) {
  const draft = unsealContent(pathContent({ extras: [GUIDE, OTHER], offers: [TALK, OTHER] }));
  const [path] = draft.paths;
  const checkout = path?.steps.find((s) => s.kind === 'checkout');
  if (!path || !checkout) throw new Error('no path');
  // What others see stands nowhere else.
  checkout.extras?.splice(1);
  Object.assign(path, removeStep(path, 'step_o1'));
  const first = draft.pages.find((p) => p.id === stepOf(path, path.start)?.pageId);
  if (!first) throw new Error('no page');
  const other: Page = { ...structuredClone(first), id: 'page_other' };
  for (const block of other.blocks) if (block.kind === 'headline') block.text = 'The other headline';
  draft.pages.push(other);
  path.comparisons = which(path).map((of, i) => ({ ...of, id: `cmp_${i}`, share: 50, by }));
  edit(draft);
  shop = await openShop({ content: sealContent(draft) });
  return path;
}
const kindOf = (path: Path, kind: string) => path.steps.find((s) => s.kind === kind)?.id ?? '';
const comparisonsOf = (path: Path) => figuresOf(shop.counter.context, path.id, 30)?.comparisons ?? [];
const isOther = (html: string): boolean => html.includes('The other headline');

test('of a page: the same for each visitor each time, counted once each, and who goes on counts for what they saw', async () => {
  const path = await open((p) => [{ step: p.start, other: { of: 'page', pageId: 'page_other' } }]);
  const saw = { a: 0, b: 0 };
  const on = { a: 0, b: 0 };
  for (let n = 0; n < 24; n += 1) {
    const who = buyer();
    const arm = isOther(await who.look('/field-pack')) ? 'b' : 'a';
    saw[arm] += 1;
    for (let again = 0; again < 2; again += 1) expect(isOther(await who.look('/field-pack'))).toBe(arm === 'b');
    if (n % 3 === 0) {
      await who.look('/field-pack/checkout', '/field-pack');
      await who.look('/field-pack/checkout', '/field-pack');
      on[arm] += 1;
    }
  }
  // Both are seen: with 24 visitors one side alone would come once in eight million.
  expect(Math.min(saw.a, saw.b)).toBeGreaterThan(0);
  // Another day counts nobody anew.
  const late = buyer();
  const arm = isOther(await late.look('/field-pack')) ? 'b' : 'a';
  saw[arm] += 1;
  await shop.owner.act('/clock', { by: 'day' });
  expect(isOther(await late.look('/field-pack'))).toBe(arm === 'b');
  expect(comparisonsOf(path)).toMatchObject([
    {
      id: 'cmp_0',
      a: { came: saw.a, sum: on.a, squares: on.a },
      b: { came: saw.b, sum: on.b, squares: on.b },
      verdict: { says: 'too-few' },
    },
  ]);
});

test('of a page that carries its own checkout: whoever comes again has not gone on, whoever has paid has', async () => {
  const path = await open(
    (p) => [{ step: p.start, other: { of: 'page', pageId: 'page_other' } }],
    'went-on',
    ({ pages }) => {
      for (const page of pages.filter((p) => p.blocks.some((b) => b.kind === 'offer')))
        page.blocks.push({ id: `till_${page.id}`, kind: 'checkout', button: '', note: '' });
    },
  );
  const who = buyer();
  const arm = isOther(await who.look('/field-pack')) ? 'b' : 'a';
  await who.look('/field-pack', '/field-pack');
  expect(comparisonsOf(path)[0]?.[arm]).toMatchObject({ came: 1, sum: 0 });
  const data = await who.openCheckout('field-pack', '');
  const paid = await who.pay(data, { name: 'Ava Holt', address: 'ava@example.org' }, CARD.good);
  await who.look(paid.body.state?.status === 'paid' ? paid.body.state.next : '', '/field-pack');
  expect(comparisonsOf(path)[0]?.[arm]).toMatchObject({ came: 1, sum: 1 });
});

test('of an extra and an offer: what each visitor is shown is charged, stands on the order and counts by money', async () => {
  const path = await open((p) => {
    const extra = p.steps.find((s) => s.kind === 'checkout')?.extras?.[0];
    if (!extra) throw new Error('no extra');
    return [
      {
        step: kindOf(p, 'checkout'),
        other: { of: 'extra', extra: { ...extra, priceId: 'pr_x1', offerId: 'off_x1' } },
      },
      { step: kindOf(p, 'offer'), other: { of: 'offer', offerId: 'off_o1', priceId: 'pr_o1' } },
    ];
  }, 'money');
  const met = new Set<string>();
  let money = { a: 0, b: 0 };
  for (let n = 0; n < 14; n += 1) {
    const who = buyer();
    await who.look('/field-pack');
    const chosen = { extras: ['ex_0'] };
    const data = await who.quoteWith(await who.openCheckout('field-pack'), chosen);
    await who.look('/field-pack/checkout', '/field-pack');
    const extra = data.prices[0]?.extras[0]?.statement.includes('€68.00') ? 'b' : 'a';
    const paid = await who.pay(data, { name: 'Ava Holt', address: `ava${n}@example.org` }, CARD.good, 0, chosen);
    const next = paid.body.state?.status === 'paid' ? paid.body.state.next : '';
    await who.look(next);
    const asked = await who.openOffer(next);
    const offer = asked.dueToday === '€68.00' ? 'b' : 'a';
    expect((await who.accept(asked)).body.state?.status).toBe('paid');
    met.add(`${extra}${offer}`);
    const order = orders().at(-1);
    expect(order?.came.design).toBe(`cmp_0:${extra},cmp_1:${offer}`);
    const [sum, more] = [2_400 + (extra === 'b' ? 6_800 : 700), offer === 'b' ? 6_800 : 21_000];
    expect(order?.payments.map((p) => p.lines.reduce((all, l) => all + l.amount, 0))).toEqual([sum, more]);
    money = { ...money, [offer]: money[offer] + more };
  }
  // What one sees of the one says nothing of the other.
  expect(met.size).toBeGreaterThan(2);
  expect(comparisonsOf(path)[1]).toMatchObject({ a: { sum: money.a }, b: { sum: money.b } });
  const seen = comparisonsOf(path)[1];
  expect((seen?.a.came ?? 0) + (seen?.b.came ?? 0)).toBe(14);
});

test('whoever asks not to be followed sees what stands there, has no cookie for it and is in no comparison', async () => {
  const path = await open((p) => [{ step: p.start, other: { of: 'page', pageId: 'page_other' } }]);
  for (let n = 0; n < 8; n += 1) {
    const response = await fetch(`${shop.counter.address}/field-pack`, { headers: { 'sec-gpc': '1' } });
    expect([isOther(await response.text()), response.headers.getSetCookie()]).toEqual([false, []]);
  }
  expect(comparisonsOf(path)[0]).toMatchObject({ a: { came: 0 }, b: { came: 0 } });
});

test('whoever asks not to be followed and has a name for another reason sees what stands there, on the page and in the bill', async () => {
  await open((p) => {
    const extra = p.steps.find((s) => s.kind === 'checkout')?.extras?.[0];
    if (!extra) throw new Error('no extra');
    p.entrances = [newEntrance({ id: 'in', word: 'talk', short: 'k7Qm' })];
    return [
      { step: p.start, other: { of: 'page', pageId: 'page_other' } },
      {
        step: kindOf(p, 'checkout'),
        other: { of: 'extra', extra: { ...extra, priceId: 'pr_x1', offerId: 'off_x1' } },
      },
    ];
  });
  const gpc = { headers: { 'sec-gpc': '1' } };
  for (let n = 0; n < 8; n += 1) {
    const who = buyer();
    await who.fetch('/field-pack/in/talk', gpc);
    expect(isOther(await (await who.fetch('/field-pack', gpc)).text())).toBe(false);
    const bill = await (await who.fetch('/field-pack/checkout', gpc)).text();
    expect([/Extra 0/.test(bill), /Extra 1/.test(bill)]).toEqual([true, false]);
  }
});

test('what is compared must be there: a page, an extra, a price that is gone stops publishing', async () => {
  await open(() => []);
  const publish = async (of: (path: Path) => Comparison[]) => {
    const draft = unsealContent(pathContent({ extras: [GUIDE], offers: [TALK] }));
    const [path] = draft.paths;
    if (path) path.comparisons = of(path);
    return (await shop.owner.publish(1, sealContent(draft))).body.title ?? 'published';
  };
  const more = { id: 'cmp', share: 50, by: 'money' } as const;
  expect(await publish((p) => [{ ...more, step: p.start, other: { of: 'page', pageId: 'gone' } }])).toMatch(
    /The other design of a page of “Field pack” is not here any more/,
  );
  expect(
    await publish((p) => [
      { ...more, step: kindOf(p, 'offer'), other: { of: 'offer', offerId: 'off_field', priceId: 'gone' } },
    ]),
  ).toMatch(/has a price that is no longer here/);
  expect(
    await publish((p) => {
      const page = { ...more, step: p.start, other: { of: 'page' as const, pageId: stepOf(p, p.start)?.pageId ?? '' } };
      return [page, { ...page, id: 'cmp2' }];
    }),
  ).toMatch(/two A\/B tests of the same thing/);
  expect(
    await publish((p) => [{ ...more, step: 'gone', other: { of: 'page', pageId: p.steps[0]?.pageId ?? '' } }]),
  ).toMatch(/not here any more/);
});
