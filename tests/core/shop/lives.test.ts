import { expect, test } from '@jest/globals';
import { seeded } from '../../../demo/random';
import { isOpen } from '#core/passes';
import { freshProduct } from '#core/catalogue';
import type { DraftContent } from '#core/release';
import { classOf, dateOf } from '../../support/classes';
import { selling } from '../../support/membership';
import { PlainLife } from '../../support/plainLife';
import { BEGUN, slowCharges } from '../../support/meeting';
import { type MemoryShop, releaseWith, shopInMemory } from '../../support/shopInMemory';

// Lives of a subscription in which switches, replacements, pauses, disputes, refunds, absences of the shop and a bank
// that answers late meet, three at a time, with a parcel in each payment or a seat in a class, beside a model that knows only the plain rules. A short form, always from the same seeds; LIVES asks for any number.
const LIVES = Number(process.env['LIVES'] ?? 250);
const FIRST = Number(process.env['SEED'] ?? 20261201);
const PRICES = [700, 1_200, 1_999, 3_000, 4_700, 10_000];

const SENDING = 450;
const PORTO = { country: 'PT', addressKey: 'at-1' };
const prices = PRICES.map((amount) => ({ kind: 'subscription' as const, amount: (amount / 100).toFixed(2) }));

/** Each opens the same, so that each takes the place of another where it is bought. */
const upgrading = ({ offers }: DraftContent): void => offers.forEach((offer) => delete offer.upgrades);

/** With a class whose only date lies after every life. */
const withClass = releaseWith(prices, {
  shop: { zone: 'UTC' },
  edit: (content) => {
    upgrading(content);
    selling([classOf('yoga', [dateOf('late', '2030-06-18T19:00')])], 'yoga')(content);
  },
});

/** With a parcel in each payment. */
const withParcels = releaseWith(prices, {
  shop: { zone: 'UTC' },
  edit: (content) => {
    upgrading(content);
    const cards = { ...freshProduct('posted', 'cards', 'Cards'), promise: 'A promise' };
    selling([cards], 'cards')(content);
    for (const offer of content.offers)
      for (const price of offer.prices) price.sending = { fee: SENDING, byCountry: {}, parcels: 1 };
  },
});

test(`${LIVES} lives agree with the plain rules to the cent and the day`, async () => {
  const seen = new Map<string, number>();
  for (let seed = FIRST; seed < FIRST + LIVES; seed += 1)
    for (const what of await lived(seed)) seen.set(what, (seen.get(what) ?? 0) + 1);
  // Each of them happened, and so did three at a time.
  for (const what of [...ACTS, 'three']) expect([what, (seen.get(what) ?? 0) > LIVES / 20]).toEqual([what, true]);
});

const ACTS = [
  'switch',
  'replace',
  'down',
  'stay',
  'pause',
  'return',
  'dispute',
  'won',
  'refund',
  'away',
  'late',
] as const;

async function lived(seed: number): Promise<string[]> {
  const random = seeded(seed);
  const isPosted = seed % 2 === 0;
  const shop = await shopInMemory(isPosted ? withParcels : withClass, BEGUN);
  const sendTo = isPosted ? PORTO : undefined;
  let i = random.int(PRICES.length);
  await shop.buy({ i, ...(sendTo ? { sendTo } : {}) });
  const life = new PlainLife(PRICES[i] ?? 0, BEGUN.slice(0, 10), isPosted ? SENDING : 0);
  // Taken with the purchase, at a date after every life: nothing below may lose it.
  const seats = isPosted ? 0 : 1;
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
    const what = random.pick([...ACTS, 'down', 'dispute', 'won', 'pause'] as const);
    let said: string | null = null;
    let allowed = true;
    switch (what) {
      case 'switch': {
        const to = random.int(PRICES.length);
        if (to === i) break;
        allowed = life.mayChange;
        said = await shop.act({ type: 'switch', agreementId, offerId: `off_${to}`, priceId: `pr_${to}`, sendTo });
        if (allowed) life.switchTo(PRICES[(i = to)] ?? 0);
        if (allowed) steps = null;
        break;
      }
      case 'replace': {
        const to = random.int(PRICES.length);
        if (to === i || !life.mayChange) break;
        await shop.order({ i: to, signedIn: true, ...(sendTo ? { sendTo } : {}) });
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
        // How part of a payment divides between goods and sending is a matter of its own.
        if (most < 2 || isPosted) break;
        const amount = 1 + random.int(most - 1);
        said = await shop.act({ type: 'refund-agreement', agreementId, amount, ends: false, reason: '' });
        life.refund(amount, disputed());
        break;
      }
      case 'away': {
        const from = shop.runner.now();
        day = later(day, 3 + random.int(40));
        shop.ports.setNow(`${day}T12:00:00.000Z`);
        said = await shop.act({ type: 'confirm-gap', from, to: shop.runner.now() });
        life.away(day);
        break;
      }
      case 'late': {
        if (!life.mayChange) break;
        const bank = slowCharges(shop);
        const [due, answered] = [life.next, later(life.next, 1 + random.int(4))];
        await shop.goTo(`${due}T12:00:00.000Z`);
        const asked = bank.held();
        // Until the bank has answered, nothing else is done with it.
        const to = (i + 1) % PRICES.length;
        const meanwhile = { type: 'switch', agreementId, offerId: `off_${to}`, priceId: `pr_${to}`, sendTo } as const;
        const refused = asked.length > 0 ? await shop.act(meanwhile) : 'nothing is asked';
        const disputes = random.next() < 0.5 && life.payments > 0 && !disputed().has(life.payments - 1);
        life.goTo(due);
        if (disputes && asked.length > 0) {
          // The payment of the period before.
          const of = life.payments - 2;
          if (of >= 0 && !disputed().has(of) && life.isOwn(of)) {
            const disputeId = `d${act}`;
            const paymentId = payments()[of]?.id ?? '';
            await shop.act({ type: 'open-dispute', disputeId, paymentId, amount: 100, answerBy: BEGUN });
            open.set(disputeId, of);
            life.stop(disputeId);
          }
        }
        day = answered;
        await shop.goTo(`${day}T11:00:00.000Z`);
        for (const key of asked) bank.answer(key);
        bank.quick();
        await shop.goTo(`${day}T12:00:00.000Z`);
        life.goTo(day);
        // The service took it on the day it answered.
        const last = life.charged.at(-1);
        if (asked.length > 0 && last) last[0] = day;
        said = refused === 'done' ? 'switched while it was asked' : 'done';
        break;
      }
    }
    if (said === null) continue;
    if (allowed) done.push(what);
    agree(`${seed}, act ${act}, ${what} on ${day}: ${said}`, { shop, life, seats }, said === 'done', allowed);
  }
  await shop.goTo(`${later(day, 100)}T12:00:00.000Z`);
  life.goTo(later(day, 100));
  agree(`${seed}, 100 days on`, { shop, life, seats }, true, true);
  return new Set(done).size >= 3 ? [...done, 'three'] : done;
}

const later = (day: string, days: number): string =>
  new Date(Date.parse(`${day}T00:00:00.000Z`) + days * 86_400_000).toISOString().slice(0, 10);

interface Both {
  shop: MemoryShop;
  life: PlainLife;
  /** How many the member has taken. */
  seats: number;
}

function agree(about: string, { shop, life, seats }: Both, did: boolean, allowed: boolean): void {
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
    parcels: shop.runner.state.tasks.size,
    seats: [...shop.runner.state.sessions.values()].filter(({ status }) => status === 'booked').length,
  };
  const plain = {
    did: allowed,
    charged: life.charged.map(([on, amount]) => `${on} ${(amount / 100).toFixed(2)}`),
    refunded: life.refunded,
    next: life.next,
    credit: life.credit,
    isOpen: life.isOpen,
    parcels: life.parcels,
    seats,
  };
  expect([about, engine]).toEqual([about, plain]);
}
