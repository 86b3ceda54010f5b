import { expect } from '@jest/globals';
import { addMs, HOUR, type Instant } from '#core/calendar';
import { quoteFingerprint, quoteFor } from '#core/checkout';
import type { Batch } from '#core/journal';
import { passState } from '#core/passes';
import {
  type ChargeAnswer,
  type Command,
  createRunner,
  memoryPorts,
  NotAnswered,
  offerStanding,
  orderStatus,
  type Runner,
  type ShopState,
  standingOf,
} from '#core/shop';
import { seeded } from '../../demo/random';
import { nobodyGone, joinSome } from './joins';
import { pick, releaseWith } from './shopInMemory';

/*
 * Weeks of orders of several lines, with everything going wrong that can. What doors and sums should be is known from a
 * model that never asks the engine: what was bought at which price, which charges and refunds the payment service
 * answered, and which disputes a bank opened and decided.
 */
const START: Instant = '2026-03-02T09:00:00.000Z';
const PRICES = [2_400, 700, 1_900, 5_000, 12_345, 999];

interface ModelLine {
  price: number;
  back: number;
  lost: number;
  disputes: Set<string>;
  closed: boolean;
}

interface SeveralRun {
  batches: readonly Batch[];
  state: ShopState;
  acts: Map<string, number>;
}

class Model {
  /** By payment, as the payment service names it. */
  readonly payments = new Map<string, ModelLine[]>();
  readonly disputes = new Map<string, { payment: string; amount: number }>();
  taken = 0;
  given = 0;

  paid(payment: string, offers: readonly number[]): void {
    if (this.payments.has(payment)) return;
    const lines = offers.map((i) => ({
      price: PRICES[i] ?? 0,
      back: 0,
      lost: 0,
      disputes: new Set<string>(),
      closed: false,
    }));
    this.payments.set(payment, lines);
    this.taken += lines.reduce((all, line) => all + line.price, 0);
  }

  gaveBack(payment: string, shares: readonly number[]): void {
    this.payments.get(payment)?.forEach((line, i) => {
      line.back += shares[i] ?? 0;
      this.given += shares[i] ?? 0;
      line.closed ||= line.back + line.lost === line.price;
    });
  }

  /** What a bank took back: over the lines by what is left of each, never above it, largest remainders first. */
  decided(id: string, won: boolean, onItsWay: ReadonlyMap<string, readonly number[]>): void {
    const dispute = this.disputes.get(id);
    const lines = this.payments.get(dispute?.payment ?? '') ?? [];
    this.disputes.delete(id);
    for (const line of lines) line.disputes.delete(id);
    if (won || !dispute) return;
    const way = onItsWay.get(dispute.payment) ?? [];
    const lefts = lines.map((line, i) => line.price - line.back - line.lost - (way[i] ?? 0));
    const whole = lefts.reduce((all, left) => all + left, 0);
    const amount = Math.min(dispute.amount, whole);
    const exact = lefts.map((left) => (whole === 0 ? 0 : (amount * left) / whole));
    const shares = exact.map(Math.floor);
    const order = exact
      .map((share, i) => [share - Math.floor(share), i] as const)
      .sort((a, b) => b[0] - a[0] || a[1] - b[1]);
    for (let rest = amount - shares.reduce((a, b) => a + b, 0), k = 0; rest > 0; rest -= 1, k += 1)
      shares[order[k]?.[1] ?? 0] = (shares[order[k]?.[1] ?? 0] ?? 0) + 1;
    lines.forEach((line, i) => {
      line.lost += shares[i] ?? 0;
      line.closed ||= (shares[i] ?? 0) > 0 && shares[i] === lefts[i];
    });
  }

  door = (line: ModelLine): string => (line.closed ? 'closed' : line.disputes.size > 0 ? 'on-hold' : 'open');
}

/** One such stretch of weeks, checked against the model after every step; and how often each thing happened in it. */
export async function severalRun(seed: number): Promise<SeveralRun> {
  const random = seeded(seed);
  const joining = seeded(seed + 1_000);
  const live = releaseWith(PRICES.map((price) => ({ kind: 'once' as const, amount: (price / 100).toFixed(2) })));
  const model = new Model();
  const ports = memoryPorts(START, (): ChargeAnswer => {
    const dice = random.next();
    if (dice < 0.12) return { status: 'refused', reason: 'not-enough-money' };
    return dice < 0.2 ? { status: 'waits-for-bank', confirmAt: '/bank' } : { status: 'paid', paymentId: '' };
  });
  let machine = 0;
  ports.clock.machine = () => (machine += 200_000);
  ports.addRelease(live);
  /** What each charge is for, by its key: noted when it is asked, by whoever asks. */
  const asked = new Map<string, number[]>();
  const onItsWay = new Map<string, number[]>();
  const { charge, lookUp, refund } = ports.payments;
  const note = (key: string, answer: ChargeAnswer | 'unknown'): void => {
    if (answer !== 'unknown' && answer.status === 'paid') model.paid(answer.paymentId, asked.get(key) ?? []);
  };
  // The answer is lost now and then, after the money has moved.
  ports.payments.charge = async (request) => {
    const answer = await charge(request);
    note(request.key, answer);
    if (random.next() < 0.1) throw new NotAnswered('lost');
    return answer;
  };
  ports.payments.lookUp = async (key) => {
    const answer = await lookUp(key, 'card');
    note(key, answer);
    return answer;
  };
  const refunding = new Map<string, { payment: string; shares: number[] }>();
  const refusedForGood = new Set<string>();
  const settled = new Set<string>();
  ports.payments.refund = async (request) => {
    if (random.next() < 0.2) throw new NotAnswered('slow');
    const of = refunding.get(request.key);
    if (!settled.has(request.key) && (refusedForGood.has(request.key) || random.next() < 0.2)) {
      refusedForGood.add(request.key);
      if (of) free(of);
      settled.add(request.key);
      return { status: 'refused', reason: 'too old' };
    }
    if (refusedForGood.has(request.key)) return { status: 'refused', reason: 'too old' };
    if (!settled.has(request.key) && of) {
      free(of);
      model.gaveBack(of.payment, of.shares);
    }
    settled.add(request.key);
    return refund(request);
  };
  const free = ({ payment, shares }: { payment: string; shares: number[] }): void =>
    void onItsWay.set(
      payment,
      (onItsWay.get(payment) ?? []).map((n, i) => n - (shares[i] ?? 0)),
    );
  let runner: Runner = createRunner(ports);
  await runner.start();
  await runner.execute({ type: 'publish', release: live, hasFile: () => true });
  const acts = new Map<string, number>();
  const count = (what: string): void => void acts.set(what, (acts.get(what) ?? 0) + 1);
  let carts = 0;
  let disputes = 0;

  for (let step = 0; step < 200; step += 1) {
    ports.setNow(addMs(runner.now(), Math.floor(random.next() * 6 * HOUR)));
    const orders = [...runner.state.orders.values()];
    const order = orders[Math.max(0, orders.length - 1 - random.int(Math.min(4, orders.length || 1)))];
    switch (random.int(7)) {
      case 0:
      case 1: {
        await buy();
        await runner.settle();
        const newest = [...runner.state.orders.values()].at(-1);
        if (newest && random.next() < 0.6) await offer(newest.id, random.int(PRICES.length));
        break;
      }
      case 2:
        if (order) await offer(order.id, random.int(PRICES.length));
        break;
      case 3:
      case 4:
        if (order) await giveBack(order.id);
        break;
      case 5:
        await dispute();
        break;
      default: {
        const open = [...model.disputes.keys()];
        const id = open[random.int(open.length || 1)];
        if (id === undefined) break;
        const won = random.next() < 0.5;
        count(won ? 'won' : 'lost');
        model.decided(id, won, onItsWay);
        await runner.execute({ type: 'close-dispute', disputeId: id, won });
      }
    }
    if (joining.next() < 0.06) await joinSome(runner, joining);
    await runner.settle();
    if (random.next() < 0.05) {
      count('killed');
      runner = createRunner(ports);
      await runner.start();
    }
    check();
  }
  nobodyGone(runner.state);
  return { batches: ports.batches, state: runner.state, acts };

  async function buy(): Promise<void> {
    carts += 1;
    const chosen = PRICES.map((_, i) => i).filter(() => random.next() < 0.4);
    const [main = 0, ...extras] = chosen;
    const personId = `u${random.int(30)}`;
    const choice = { ...pick(main), extras: extras.map((i) => pick(i)) };
    const now = runner.now();
    const standing = standingOf(runner.state, { ...choice, personId, startedAt: now }, { now, release: live });
    const quote = quoteFor(live, choice, now, standing);
    if ('refused' in quote) throw new Error(quote.refused);
    await ports.people.save({ id: personId, rev: 1, name: personId, address: `${personId}@example.org` });
    const before = new Set(runner.state.charges.keys());
    const running = runner.execute({
      type: 'pay',
      checkoutId: `c${carts}`,
      personId,
      ...choice,
      release: live,
      startedAt: now,
      shown: quoteFingerprint(quote),
      fingerprint: (text) => text,
      card: { token: 'card', last4: '0001' },
    });
    for (const key of runner.state.charges.keys()) if (!before.has(key)) asked.set(key, [main, ...extras]);
    await running;
    count('bought');
  }

  async function offer(orderId: string, i: number): Promise<void> {
    const order = runner.state.orders.get(orderId);
    if (!order) return;
    const what = { ...pick(i), step: `s${i}` };
    if (random.next() < 0.2) return void (await runner.execute({ type: 'decline-offer', orderId, step: what.step }));
    const standing = offerStanding(runner.state, order, what, live, { now: runner.now(), release: live });
    const before = new Set(runner.state.charges.keys());
    const command: Command = {
      type: 'accept-offer',
      orderId,
      offer: what,
      release: live,
      shown: standing.at === 'open' ? quoteFingerprint(standing.quote) : '',
      fingerprint: (text) => text,
      card: null,
    };
    const running = runner.execute(command);
    for (const key of runner.state.charges.keys()) if (!before.has(key)) asked.set(key, [i]);
    if (!('refused' in (await running))) count('offered');
  }

  async function giveBack(orderId: string): Promise<void> {
    const order = runner.state.orders.get(orderId);
    if (!order) return;
    // By the model alone: what of each line was bought with which payment, and what is still there.
    const own = order.payments.flatMap((p) => (p.id === null ? [] : [p.id]));
    const lineIds = new Map(order.payments.map((p) => [p.id ?? '', p.lines.map((l) => l.lineId)]));
    const shares = own.flatMap((payment) => {
      const lines = model.payments.get(payment) ?? [];
      return lines.map((line, i) => {
        const left = line.price - line.back - line.lost - (onItsWay.get(payment)?.[i] ?? 0);
        const amount = random.next() < 0.5 ? left : random.int(Math.max(1, left));
        return {
          payment,
          i,
          lineId: lineIds.get(payment)?.[i] ?? '',
          amount: random.next() < 0.6 ? Math.max(0, amount) : 0,
        };
      });
    });
    const disputed = shares.some(
      ({ payment, amount, i }) => amount > 0 && (model.payments.get(payment)?.[i]?.disputes.size ?? 0) > 0,
    );
    const before = new Set(runner.state.refunds.keys());
    const running = runner.execute({
      type: 'refund',
      orderId,
      shares: shares.filter((s) => s.amount > 0).map(({ lineId, amount }) => ({ lineId, amount })),
      reason: '',
    });
    for (const { id, paymentId, shares: asked } of runner.state.refunds.values()) {
      if (before.has(id)) continue;
      const ids = lineIds.get(paymentId) ?? [];
      const by = ids.map((lineId) => asked.find((s) => s.lineId === lineId)?.amount ?? 0);
      refunding.set(id, { payment: paymentId, shares: by });
      onItsWay.set(
        paymentId,
        ids.map((_, i) => (onItsWay.get(paymentId)?.[i] ?? 0) + (by[i] ?? 0)),
      );
    }
    const done = await running;
    if (disputed) expect(done).toMatchObject({ refused: 'disputed' });
    else if (!('refused' in done)) count('refunded');
  }

  async function dispute(): Promise<void> {
    const known = [...runner.state.payments.keys()].filter((id) => model.payments.has(id));
    const payment = known[random.int(known.length || 1)];
    if (payment === undefined) return;
    const whole = (model.payments.get(payment) ?? []).reduce((all, line) => all + line.price, 0);
    const amount = random.next() < 0.5 ? whole : 1 + random.int(2 * whole);
    disputes += 1;
    const id = `d${disputes}`;
    model.disputes.set(id, { payment, amount });
    for (const line of model.payments.get(payment) ?? []) line.disputes.add(id);
    await runner.execute({ type: 'open-dispute', disputeId: id, paymentId: payment, amount, answerBy: runner.now() });
    count('disputed');
  }

  function check(): void {
    const { state } = runner;
    const is: unknown[] = [];
    const wanted: unknown[] = [];
    for (const order of state.orders.values()) {
      for (const payment of order.payments) {
        const lines = model.payments.get(payment.id ?? '') ?? [];
        is.push(payment.lines.map((l) => [l.amount, l.givenBack, l.lost]));
        wanted.push(lines.map((l) => [l.price, l.back, l.lost]));
        const doors = payment.lines.map(({ lineId }) => {
          const pass = order.passIds
            .map((id) => state.passes.get(id))
            .find((p) => p?.cause.kind === 'paid' && p.cause.lineId === lineId);
          return pass ? passState(pass, runner.now()) : 'missing';
        });
        is.push(doors);
        wanted.push(lines.map(model.door));
      }
      const all = order.payments.flatMap((p) => model.payments.get(p.id ?? '') ?? []);
      const [paid, back] = [all.reduce((a, l) => a + l.price, 0), all.reduce((a, l) => a + l.back + l.lost, 0)];
      const status = all.some((l) => l.disputes.size > 0)
        ? 'disputed'
        : back === 0
          ? 'paid'
          : back < paid
            ? 'partly-refunded'
            : 'refunded';
      is.push(orderStatus(order), new Set(order.lines.map((l) => l.lineId)).size);
      wanted.push(status, order.lines.length);
    }
    // Papers are numbered without a gap, in the order of their payments.
    const papers = [...state.orders.values()].flatMap((o) => o.payments).map((p) => Number(p.receipt?.slice(2)));
    is.push([...papers].sort((a, b) => a - b));
    wanted.push(papers.map((_, i) => i + 1));
    expect(is).toEqual(wanted);
  }
}
