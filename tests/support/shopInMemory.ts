import type { Agreement } from '#core/agreements';
import type { Instant } from '#core/calendar';
import { newOffer, newPrice, type ShopDetails } from '#core/catalogue';
import { type LineChoice, quoteFingerprint, quoteFor, type QuoteChoice } from '#core/checkout';
import { type DraftContent, type Release, sealContent } from '#core/release';
import {
  type ChargeAnswer,
  type ChargeRequest,
  type Command,
  createRunner,
  memoryPorts,
  type MemoryPorts,
  offerStanding,
  type Order,
  type Runner,
  standingOf,
} from '#core/shop';
import { refusalInWords } from '#core/words';
import { draftContent, release } from './release';

export type DraftTermsGiven = NonNullable<NonNullable<Parameters<typeof newPrice>[1]>['terms']>;

/** A release with one offer for each of these terms: offer and price ids are "off_0", "pr_0", … */
export function releaseWith(
  terms: readonly DraftTermsGiven[],
  more: { shop?: Partial<ShopDetails>; edit?: (content: DraftContent) => void } = {},
): Release {
  const content = draftContent();
  const [product] = content.products;
  if (!product) throw new Error('no product');
  content.shop = { ...content.shop, ...more.shop };
  terms.forEach((t, i) =>
    content.offers.push({
      ...newOffer(`off_${i}`, { ...product, title: `Offer ${i}` }, content.shop.currency),
      prices: [newPrice(`pr_${i}`, { terms: t })],
      // All of them open the same; what takes the place of what is the matter of tests of its own.
      upgrades: false as const,
    }),
  );
  more.edit?.(content);
  return release(1, null, sealContent(content));
}

type Bought = Partial<QuoteChoice> & {
  i?: number;
  person?: string;
  signedIn?: boolean;
  recipientId?: string;
  card?: string;
};

/** One chosen price of the i-th offer. */
export const pick = (i: number, more: Partial<LineChoice> = {}): LineChoice => ({
  offerId: `off_${i}`,
  priceId: `pr_${i}`,
  ...more,
});

export interface MemoryShop {
  ports: MemoryPorts;
  runner: Runner;
  /** Passes each due moment in order up to a moment. */
  goTo(at: Instant): Promise<void>;
  buy(choice: Bought): Promise<Agreement>;
  /** The same, for what begins no agreement or several. */
  order(choice: Bought): Promise<Order>;
  /** Says yes to an offer after payment, as it stands. @returns 'done', or the refusal's code */
  accept(orderId: string, i: number, card?: string, signedIn?: boolean, sendTo?: LineChoice['sendTo']): Promise<string>;
  act(command: Command): Promise<string>;
  agreement(id: string): Agreement;
  /** What the payment service was asked for: moment and amount, refused ones marked. */
  asked(): string[];
  /** Starts again from the journal, as after a crash. */
  restart(): Promise<void>;
}

/** The real engine with memory behind its ports; cards answer as `answers` says. */
export async function shopInMemory(
  live: Release,
  start: Instant,
  answers: (request: ChargeRequest, count: number) => ChargeAnswer = () => ({ status: 'paid', paymentId: '' }),
): Promise<MemoryShop> {
  const log: string[] = [];
  let machine = 0;
  let carts = 0;
  const ports = memoryPorts(start, (request) => {
    const answer = answers(request, log.length);
    log.push(
      `${ports.clock.now().slice(0, 10)} ${(request.amount / 100).toFixed(2)}${answer.status === 'paid' ? '' : ` ${answer.status}`}`,
    );
    return answer;
  });
  ports.clock.machine = () => (machine += 200_000);
  ports.addRelease(live);
  let runner = createRunner(ports);
  await runner.start();
  const published = await runner.execute({ type: 'publish', release: live, hasFile: () => true });
  // A test of a shop that sells nothing would say nothing.
  if ('refused' in published) throw new Error(refusalInWords(published));

  const shop: MemoryShop = {
    ports,
    get runner() {
      return runner;
    },
    async goTo(at) {
      for (;;) {
        const next = runner.state.due.peek()?.at;
        if (next === undefined || next > at) break;
        ports.setNow(next > runner.now() ? next : runner.now());
        await runner.settle();
      }
      ports.setNow(at);
      await runner.settle();
    },
    async buy(choice) {
      const before = runner.state.agreements.size;
      await shop.order(choice);
      const made = [...runner.state.agreements.values()][before];
      if (!made) throw new Error('no agreement came of it');
      return made;
    },
    async order({ i = 0, person = 'u1', signedIn = false, card = 'card', ...more }) {
      const choice = { ...pick(i), ...more };
      const now = runner.now();
      const quote = quoteFor(
        live,
        choice,
        now,
        standingOf(runner.state, { ...choice, personId: person, startedAt: now, signedIn }, { now, release: live }),
      );
      if ('refused' in quote) throw new Error(refusalInWords(quote));
      await ports.people.save({ id: person, rev: 1, name: 'Ona', address: `${person}@example.org` });
      const cart = `cart${(carts += 1)}`;
      const done = await runner.execute({
        type: 'pay',
        checkoutId: cart,
        personId: person,
        ...choice,
        release: live,
        startedAt: now,
        signedIn,
        shown: quoteFingerprint(quote),
        fingerprint: (t) => t,
        card: { token: card, last4: '0001' },
      });
      if ('refused' in done) throw new Error(refusalInWords(done));
      await runner.settle();
      const made = runner.state.orders.get(runner.state.checkouts.get(cart)?.orderId ?? '');
      if (!made) throw new Error('no order came of it');
      return made;
    },
    async accept(orderId, i, card, signedIn = false, sendTo = undefined) {
      const order = runner.state.orders.get(orderId);
      const offer = { ...pick(i), step: `step${i}` };
      if (!order) throw new Error(`no order ${orderId}`);
      const standing = offerStanding(runner.state, order, { ...offer, signedIn, sendTo }, live, {
        now: runner.now(),
        release: live,
      });
      const done = await runner.execute({
        type: 'accept-offer',
        orderId,
        offer,
        release: live,
        shown: standing.at === 'open' ? quoteFingerprint(standing.quote) : '',
        fingerprint: (t) => t,
        card: card === undefined ? null : { token: card, last4: '0002' },
        signedIn,
        sendTo,
      });
      await runner.settle();
      return 'refused' in done ? done.refused : 'done';
    },
    async act(command) {
      const done = await runner.execute(command);
      await runner.settle();
      return 'refused' in done ? refusalInWords(done) : 'done';
    },
    agreement(id) {
      const found = runner.state.agreements.get(id);
      if (!found) throw new Error(`no agreement ${id}`);
      return found;
    },
    asked: () => [...log],
    async restart() {
      runner = createRunner(ports);
      await runner.start();
      await runner.settle();
    },
  };
  return shop;
}

/** What a command comes to, by its code. */
export async function codeOf(shop: MemoryShop, command: Command): Promise<string> {
  const done = await shop.runner.execute(command);
  return 'refused' in done ? done.refused : 'done';
}
