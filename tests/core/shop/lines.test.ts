import { expect, test } from '@jest/globals';
import type { Instant } from '#core/calendar';
import { firstBuyer, type Quote, quoteFor } from '#core/checkout';
import { fact } from '#core/journal';
import { passState } from '#core/passes';
import { type Command, createRunner, memoryPorts, orderStatus, type Runner } from '#core/shop';
import { releaseWith } from '../../support/shopInMemory';
import { bought } from '../../support/money';

// Orders of several lines, written by hand: no checkout makes them yet, but whatever reads one is right already.
const START: Instant = '2026-11-23T10:00:00.000Z';
const LIVE = releaseWith([
  { kind: 'subscription', amount: '30' },
  { kind: 'plan', amount: '97', payments: '3' },
  { kind: 'once', amount: '27' },
]);

interface Shop {
  runner: Runner;
  asked(): string[];
  act(command: Command): Promise<void>;
  goTo(at: Instant): Promise<void>;
  statuses(): string[];
  doors(): string[];
}

/** A shop with one paid order of these offers, a line each. */
async function orderOf(offers: readonly number[]): Promise<Shop> {
  const quotes = offers.map((i): Quote => {
    const quote = quoteFor(LIVE, { offerId: `off_${i}`, priceId: `pr_${i}` }, START, firstBuyer(START));
    if ('refused' in quote) throw new Error(quote.refused);
    return quote;
  });
  const [first] = quotes;
  if (!first) throw new Error('nothing is bought');
  const lines = quotes.flatMap((q, i) => q.lines.map((line) => ({ ...line, lineId: `l${i + 1}` })));
  const quote: Quote = {
    ...first,
    lines,
    dueToday: lines.reduce((all, line) => all + line.dueToday, 0),
    dueLater: quotes.flatMap((q, i) => q.dueLater.map((due) => ({ ...due, lineId: `l${i + 1}` }))),
  };
  const opens = lines.map(({ lineId, productIds, terms }) => ({
    id: `p-${lineId}`,
    personId: 'u1',
    productId: productIds[0] ?? '',
    cause: {
      kind: 'paid' as const,
      orderId: 'o',
      lineId,
      ...(terms.kind === 'once' ? {} : { agreementId: `o-${lineId}` }),
    },
    from: START,
    until: null,
  }));
  const ports = memoryPorts(START);
  ports.addRelease(LIVE);
  const came = { path: null, step: null, visit: null, entrance: null, partner: null, design: null, email: null };
  ports.batches.push({
    seq: 1,
    at: START,
    prev: '0'.repeat(64),
    events: [
      fact('release.published', { release: 1, basedOn: null, parts: [] }),
      fact('charge.requested', {
        key: 'o-1',
        orderId: 'o',
        checkoutId: 'c',
        attempt: 1,
        personId: 'u1',
        quote,
        card: { token: 'card', last4: '0001' },
        opens,
        came,
        language: null,
        step: null,
        recipientId: null,
        signedIn: false,
      }),
    ],
  });
  const runner = createRunner(ports);
  await runner.start();
  await ports.people.save({ id: 'u1', rev: 1, name: 'Ona', address: 'ona@example.org' });
  const act = async (command: Command): Promise<void> => {
    const done = await runner.execute(command);
    if ('refused' in done) throw new Error(done.refused);
    await runner.settle();
  };
  await act({ type: 'answer-charge', key: 'o-1', answer: { status: 'paid', paymentId: 'pay1' } });
  return {
    runner,
    act,
    asked: () => ports.charges.map((c) => `${c.key} ${(c.amount / 100).toFixed(2)}`),
    async goTo(at) {
      for (
        let next = runner.state.due.peek()?.at;
        next !== undefined && next <= at;
        next = runner.state.due.peek()?.at
      ) {
        ports.setNow(next > runner.now() ? next : runner.now());
        await runner.settle();
      }
      ports.setNow(at);
      await runner.settle();
    },
    statuses: () => [...runner.state.agreements.values()].map((a) => a.status),
    doors: () => [...runner.state.passes.values()].map((p) => passState(p, runner.now())),
  };
}

const order = (shop: Shop) => {
  const found = shop.runner.state.orders.get('o');
  if (!found) throw new Error('no order');
  return found;
};

test('each line is paid for itself, and each agreement goes on by itself', async () => {
  const shop = await orderOf([0, 1, 2]);
  expect([bought(order(shop)).lines.map((l) => l.paid), orderStatus(order(shop)), shop.doors()]).toEqual([
    [3_000, 9_700, 2_700],
    'paid',
    ['open', 'open', 'open'],
  ]);
  await shop.goTo('2026-12-24T10:00:00.000Z');
  expect(shop.asked()).toEqual(['o-l1-2-1 30.00', 'o-l2-2-1 97.00']);
});

test('a refund of one line closes and ends what that line brought, and nothing else', async () => {
  const shop = await orderOf([0, 1, 2]);
  await shop.act({ type: 'refund', orderId: 'o', shares: [{ lineId: 'l3', amount: 2_700 }], reason: '' });
  expect([shop.statuses(), shop.doors(), orderStatus(order(shop))]).toEqual([
    ['active', 'active'],
    ['open', 'open', 'closed'],
    'partly-refunded',
  ]);
  await shop.act({ type: 'refund-agreement', agreementId: 'o-l1', amount: null, ends: true, reason: '' });
  expect([shop.statuses(), shop.doors()]).toEqual([
    ['ended', 'active'],
    ['closed', 'open', 'closed'],
  ]);
});

test('a refund of all lines ends all agreements and closes all doors', async () => {
  const shop = await orderOf([0, 1, 2]);
  await shop.act({
    type: 'refund',
    orderId: 'o',
    shares: [
      { lineId: 'l1', amount: 3_000 },
      { lineId: 'l2', amount: 9_700 },
      { lineId: 'l3', amount: 2_700 },
    ],
    reason: '',
  });
  expect([shop.statuses(), shop.doors(), orderStatus(order(shop))]).toEqual([
    ['ended', 'ended'],
    ['closed', 'closed', 'closed'],
    'refunded',
  ]);
});

test('a dispute touches every line of its payment; lost, it is spread over them and takes no more than it is about', async () => {
  const open = (amount: number): Command => ({
    type: 'open-dispute',
    disputeId: 'd',
    paymentId: 'pay1',
    amount,
    answerBy: START,
  });
  const shop = await orderOf([0, 1, 2]);
  await shop.act(open(15_400));
  expect([shop.doors(), bought(order(shop)).dispute]).toEqual([['on-hold', 'on-hold', 'on-hold'], 'open']);
  await shop.act({ type: 'close-dispute', disputeId: 'd', won: false });
  expect([bought(order(shop)).lines.map((l) => l.lost), shop.statuses(), shop.doors()]).toEqual([
    [3_000, 9_700, 2_700],
    ['ended', 'ended'],
    ['closed', 'closed', 'closed'],
  ]);
  const part = await orderOf([0, 2]);
  await part.act(open(1_900));
  await part.act({ type: 'close-dispute', disputeId: 'd', won: false });
  // 19.00 over 30.00 and 27.00: 10.00 and 9.00; both go on.
  expect([bought(order(part)).lines.map((l) => l.lost), part.statuses(), part.doors()]).toEqual([
    [1_000, 900],
    ['active'],
    ['open', 'open'],
  ]);
});
