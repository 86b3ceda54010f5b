import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { hrefOf, type Path, pointed, withCondition } from '#core/paths';
import { isOpen } from '#core/passes';
import { walkPath } from '#core/shop';
import { Buyer } from '../../../demo/clients';
import { CARD, openShop, until } from '../../support/counter';
import { pathContent } from '../../support/pathShop';
import { mailsIn } from '../../support/mails';

// What the walk says of a path is what a buyer then meets at the running counter, who knows nothing of the walk.
const TERMS = [
  { kind: 'once', amount: '7' },
  { kind: 'once', amount: '210' },
  { kind: 'plan', amount: '70', payments: '3' },
  { kind: 'subscription', amount: '12', trial: { days: '14', fee: '1' } },
] as const;
const term = fc.constantFrom(...TERMS);
const cases = fc.record({
  extras: fc.array(term, { maxLength: 2 }),
  offers: fc.array(term, { maxLength: 3 }),
  /** Where yes and no of each offer lead: so many offers on. */
  leads: fc.array(fc.tuple(fc.nat(3), fc.nat(3)), { minLength: 3, maxLength: 3 }),
  /** Whoever chose the second price, or took the first extra, goes another way from the checkout. */
  other: fc.constantFrom('price', 'extra', 'nobody'),
  second: fc.boolean(),
  ticked: fc.array(fc.boolean(), { minLength: 2, maxLength: 2 }),
  answers: fc.array(fc.constantFrom('yes', 'no'), { minLength: 3, maxLength: 3 }),
});

test('generated: steps met, charges, letters and doors are those of the walk', async () => {
  await fc.assert(
    fc.asyncProperty(cases, async ({ extras, offers, leads, other, second, ticked, answers }) => {
      const content = pathContent({
        extras,
        offers,
        edit: (draft) => {
          const [path] = draft.paths;
          if (path) draft.paths[0] = turned(path, offers.length, { leads, other });
        },
      });
      const shop = await openShop({ content });
      try {
        const release = shop.counter.context.releases.get(1);
        const path = release?.content.paths[0];
        if (!release || !path) throw new Error('no path');
        const chosen = extras.flatMap((_, i) => (ticked[i] ? [`ex_${i}`] : []));
        const said = Object.fromEntries(answers.map((answer, i) => [`step_o${i}`, answer]));
        const now = shop.counter.context.runner.now();
        const priceId = second ? 'pr_class' : 'pr_one';
        const walk = await walkPath(release, path, { priceId, extras: chosen, answers: said }, now);

        const buyer = new Buyer(shop.counter.address);
        const page = await buyer.quoteWith(await buyer.openCheckout('field-pack'), { extras: chosen });
        const at = page.prices.findIndex((p) => p.id === priceId);
        const who = { name: 'Tove Marsh', address: 'tove@example.org' };
        const paid = await buyer.pay(page, who, CARD.good, at, { extras: chosen });
        const met = ['/field-pack/checkout'];
        let next = paid.body.state?.status === 'paid' ? paid.body.state.next : '';
        while (next.includes('/offer-')) {
          met.push(next);
          const offer = await buyer.openOffer(next);
          if (said[offer.stepId] === 'no') next = await buyer.decline(offer);
          else {
            const taken = await buyer.accept(offer);
            next = taken.body.state?.status === 'paid' ? taken.body.state.next : '';
          }
        }
        met.push(next);
        const { state } = shop.counter.context.runner;
        expect(walk.steps.map(({ step }) => hrefOf(path, path.steps.find((s) => s.id === step) ?? never()))).toEqual(
          met,
        );
        const charges = [...state.charges.values()].map((c) => c.amount).filter((amount) => amount > 0);
        expect(walk.steps.map((s) => s.charged).filter((amount) => amount > 0)).toEqual(charges);
        const open = [...state.passes.values()].filter((p) => isOpen(p, shop.counter.context.runner.now()));
        expect([...walk.opened].sort()).toEqual([...new Set(open.map((p) => p.productId))].sort());
        await until(async () => (await mailsIn(shop.folder)).length === walk.letters.length, 'as many letters');
      } finally {
        await shop.close();
      }
    }),
    { numRuns: 14, seed: 20260615, endOnFailure: true },
  );
});

/** The path with answers that lead further on, and perhaps another way for some; nothing leads back. */
function turned(
  path: Path,
  offers: number,
  { leads, other }: { leads: [number, number][]; other: 'price' | 'extra' | 'nobody' },
): Path {
  const thanks = path.steps.find((s) => s.kind === 'thanks')?.id ?? '';
  const to = (n: number) => ({ kind: 'step', step: n < offers ? `step_o${n}` : thanks }) as const;
  let made = path;
  for (let n = 0; n < offers; n += 1) {
    const [yes, no] = leads[n] ?? [0, 0];
    made = pointed(made, `step_o${n}`, 'yes', to(n + 1 + yes));
    // One of the two leads to the one after it, so that every offer is come to.
    made = pointed(made, `step_o${n}`, 'no', yes === 0 ? to(n + 1 + no) : to(n + 1));
  }
  const checkout = path.steps.find((s) => s.kind === 'checkout');
  if (!checkout || offers === 0 || other === 'nobody') return made;
  if (other === 'price')
    return withCondition(made, checkout.id, 'next', { about: 'price', priceId: 'pr_class' }, to(offers - 1));
  return checkout.extras?.[0]
    ? withCondition(made, checkout.id, 'next', { about: 'extra', extraId: 'ex_0', taken: true }, to(offers))
    : made;
}

function never(): never {
  throw new Error('a step that is not there');
}
