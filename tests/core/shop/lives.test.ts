import { expect, test } from '@jest/globals';
import { seeded } from '../../../demo/random';
import { isOpen } from '#core/passes';
import { PlainLife } from '../../support/plainLife';
import { BEGUN } from '../../support/meeting';
import { type MemoryShop, releaseWith, shopInMemory } from '../../support/shopInMemory';

// Lives of a subscription in which switches, pauses, disputes, refunds and money on its way back meet, three at a time,
// beside a model that knows only the plain rules. A short form, always from the same seeds; LIVES asks for any number.
const LIVES = Number(process.env['LIVES'] ?? 250);
const FIRST = Number(process.env['SEED'] ?? 20261201);
const PRICES = [700, 1_200, 1_999, 3_000, 4_700, 10_000];

test(`${LIVES} lives agree with the plain rules to the cent and the day`, async () => {
  const live = releaseWith(
    PRICES.map((amount) => ({ kind: 'subscription', amount: (amount / 100).toFixed(2) })),
    {
      shop: { zone: 'UTC' },
      // Each opens the same, so that each takes the place of another where it is bought.
      edit: ({ offers }) => offers.forEach((offer) => delete offer.upgrades),
    },
  );
  const seen = new Map<string, number>();
  for (let seed = FIRST; seed < FIRST + LIVES; seed += 1)
    for (const what of await lived(live, seed)) seen.set(what, (seen.get(what) ?? 0) + 1);
  // Each of them happened, and so did three at a time.
  for (const what of ['switch', 'replace', 'down', 'stay', 'pause', 'return', 'dispute', 'won', 'refund', 'three'])
    expect([what, (seen.get(what) ?? 0) > LIVES / 20]).toEqual([what, true]);
});

async function lived(live: Parameters<typeof shopInMemory>[0], seed: number): Promise<string[]> {
  const random = seeded(seed);
  const shop = await shopInMemory(live, BEGUN);
  let i = random.int(PRICES.length);
  await shop.buy({ i });
  const life = new PlainLife(PRICES[i] ?? 0, BEGUN.slice(0, 10));
  const open = new Map<string, number>();
  const done: string[] = [];
  let paused = false;
  let steps: number | null = null;
  let day = BEGUN.slice(0, 10);
  const current = () => {
    const a = [...shop.runner.state.agreements.values()].at(-1);
    if (!a) throw new Error('no subscription');
    return a;
  };
  const payments = () => [...shop.runner.state.payments.values()];
  const disputed = (): Set<number> => new Set(open.values());

  for (let act = 0; act < 14; act += 1) {
    day = later(day, 1 + random.int(random.next() < 0.3 ? 45 : 9));
    await shop.goTo(`${day}T12:00:00.000Z`);
    life.goTo(day);
    const agreementId = current().id;
    // A step down that has been taken since is the price that runs.
    if (steps !== null && !current().stepsTo) [i, steps] = [steps, null];
    const what = random.pick([
      'switch',
      'replace',
      'down',
      'down',
      'stay',
      'pause',
      'return',
      'dispute',
      'won',
      'refund',
      'dispute',
      'won',
      'pause',
    ]);
    let said: string | null = null;
    let allowed = true;
    switch (what) {
      case 'switch': {
        const to = random.int(PRICES.length);
        if (to === i) break;
        allowed = life.mayChange;
        said = await shop.act({ type: 'switch', agreementId, offerId: `off_${to}`, priceId: `pr_${to}` });
        if (allowed) life.switchTo(PRICES[(i = to)] ?? 0);
        if (allowed) steps = null;
        break;
      }
      case 'replace': {
        const to = random.int(PRICES.length);
        if (to === i || !life.mayChange) break;
        await shop.order({ i: to, signedIn: true });
        said = 'done';
        life.replaceBy(PRICES[(i = to)] ?? 0);
        steps = null;
        break;
      }
      case 'down': {
        const to = random.int(PRICES.length);
        if (to === i) break;
        allowed = life.mayChange;
        const price = { offerId: `off_${to}`, priceId: `pr_${to}` };
        said = await shop.act({ type: 'step-down', agreementId, to: price });
        if (allowed) life.stepDown(PRICES[to] ?? 0);
        if (allowed) steps = to;
        break;
      }
      case 'stay':
        allowed = steps !== null;
        said = await shop.act({ type: 'step-down', agreementId, to: null });
        life.stepDown(null);
        steps = null;
        break;
      case 'pause':
        allowed = life.mayChange;
        said = await shop.act({ type: 'pause', agreementId, until: null, by: 'buyer' });
        if (allowed) {
          life.stop('pause');
          paused = true;
        }
        break;
      case 'return':
        allowed = paused;
        said = await shop.act({ type: 'return', agreementId, on: null });
        if (allowed) life.goOn('pause');
        paused = false;
        break;
      case 'dispute': {
        const of = random.int(life.payments);
        if (disputed().has(of)) break;
        const disputeId = `d${act}`;
        said = await shop.act({
          type: 'open-dispute',
          disputeId,
          paymentId: payments()[of]?.id ?? '',
          amount: 100,
          answerBy: BEGUN,
        });
        open.set(disputeId, of);
        if (life.pays(of)) life.stop(disputeId);
        break;
      }
      case 'won': {
        const [disputeId] = open.keys();
        if (disputeId === undefined) break;
        said = await shop.act({ type: 'close-dispute', disputeId, won: true });
        open.delete(disputeId);
        life.goOn(disputeId);
        break;
      }
      case 'refund': {
        const most = life.mostBack(disputed());
        if (most < 2) break;
        const amount = 1 + random.int(most - 1);
        said = await shop.act({ type: 'refund-agreement', agreementId, amount, ends: false, reason: '' });
        life.refund(amount, disputed());
        break;
      }
    }
    if (said === null) continue;
    if (allowed) done.push(what);
    agree(`${seed}, act ${act}, ${what} on ${day}: ${said}`, shop, life, said === 'done', allowed);
  }
  await shop.goTo(`${later(day, 100)}T12:00:00.000Z`);
  life.goTo(later(day, 100));
  agree(`${seed}, 100 days on`, shop, life, true, true);
  return new Set(done).size >= 3 ? [...done, 'three'] : done;
}

const later = (day: string, days: number): string =>
  new Date(Date.parse(`${day}T00:00:00.000Z`) + days * 86_400_000).toISOString().slice(0, 10);

function agree(about: string, shop: MemoryShop, life: PlainLife, did: boolean, allowed: boolean): void {
  const a = [...shop.runner.state.agreements.values()].at(-1);
  const pass = shop.runner.state.passes.get(a?.passIds[0] ?? '');
  const engine = {
    did,
    // A card that is only looked at is charged nothing.
    charged: shop.asked().filter((one) => !one.endsWith(' 0.00')),
    refunded: shop.ports.refunds.map(({ amount }) => amount),
    next: a?.next?.at.slice(0, 10),
    credit: a?.credits.reduce((total, { amount }) => total + amount, 0),
    isOpen: pass !== undefined && isOpen(pass, shop.runner.now()),
  };
  const plain = {
    did: allowed,
    charged: life.charged.map(([on, amount]) => `${on} ${(amount / 100).toFixed(2)}`),
    refunded: life.refunded,
    next: life.next,
    credit: life.credit,
    isOpen: life.isOpen,
  };
  expect([about, engine]).toEqual([about, plain]);
}
