import { type Agreement, isRunning, isDisputed } from '#core/agreements';
import { addMs, DAY, dateIn, HOUR, type Instant, plusDays } from '#core/calendar';
import { newCoupon, newOffer, newPrice, type ShopTax } from '#core/catalogue';
import { discountOf, firstBuyer, quoteFingerprint, quoteFor, replacedIn } from '#core/checkout';
import { sum } from '#core/money';
import type { Batch, ShopEvent } from '#core/journal';
import { passState } from '#core/passes';
import { type Release, sealContent } from '#core/release';
import {
  presentPerson,
  type ChargeAnswer,
  type ChargeRequest,
  createRunner,
  evolveBatch,
  memoryPorts,
  type MemoryPorts,
  newShopState,
  NotAnswered,
  type Runner,
  type ShopState,
  standingOf,
  StorageFailed,
} from '#core/shop';
import { isLasting, paymentAt, paymentOf, planTotal } from '#core/terms';
import { seeded } from '../../demo/random';
import { nobodyGone, joinSome } from './joins';
import { draftContent, release } from './release';
import { bought as boughtBy, later } from './money';
import { openUntil, type PublishedRate, withTaxOnTop } from './plainRules';

const LASTING = [
  newPrice('pr_plan3', {
    terms: {
      kind: 'plan',
      amount: '99',
      payments: '3',
      trial: { days: '15', fee: '' },
      setUp: { amount: '50', label: 'set-up', when: 'today' },
    },
  }),
  newPrice('pr_total', {
    terms: { kind: 'plan', amount: '100', owedBy: 'total', payments: '7', every: { count: '2', unit: 'week' } },
  }),
  newPrice('pr_first', { terms: { kind: 'plan', amount: '60', payments: '4', first: '97' } }),
  newPrice('pr_month', { terms: { kind: 'subscription', amount: '12', trial: { days: '14', fee: '1' } } }),
  newPrice('pr_week', { terms: { kind: 'subscription', amount: '3', every: { count: '1', unit: 'week' } } }),
  newPrice('pr_year', {
    terms: {
      kind: 'subscription',
      amount: '120',
      every: { count: '1', unit: 'year' },
      introductory: { payments: '1', amount: '60' },
      setUp: { amount: '10', label: 'set-up', when: 'with-first-payment' },
      trial: { days: '7', fee: '' },
    },
  }),
  newPrice('pr_six', {
    terms: { kind: 'subscription', amount: '20', ends: '6', introductory: { payments: '2', amount: '5' } },
  }),
];

const INCLUDED: ShopTax = {
  how: 'included',
  home: 'PT',
  rates: [
    { country: 'PT', rate: 2300, from: null },
    { country: 'DE', rate: 1900, from: null },
  ],
};

/** Tax on top whose rates change: one told of long before, one published five days before, one of the day itself. */
const CHANGING: readonly PublishedRate[] = [
  { country: 'PT', rate: 2300, from: null, published: '2026-01-01T00:00:00.000Z' },
  { country: 'DE', rate: 1900, from: null, published: '2026-01-01T00:00:00.000Z' },
  { country: 'PT', rate: 2100, from: '2026-04-10', published: '2026-01-01T00:00:00.000Z' },
  { country: 'DE', rate: 2150, from: '2026-06-20', published: '2026-06-15T08:00:00.000Z' },
  { country: 'PT', rate: 2440, from: '2026-09-03', published: '2026-09-03T08:00:00.000Z' },
];

/** The table as it was published at a moment. */
const onTopAt = (at: Instant): ShopTax => ({
  how: 'on-top',
  home: 'PT',
  rates: CHANGING.filter((r) => r.published <= at).map(({ country, rate, from }) => ({ country, rate, from })),
});

/** What takes the place of the monthly one, whose unused days pay for it first. */
const INSTEAD = newPrice('pr_instead', {
  terms: { kind: 'subscription', amount: '15' },
  replaces: { offerId: 'off_pr_month', credit: true },
});

/** A shop with every kind of price, a coupon, and tax included where nothing else is said. */
export function lastingRelease(zone: string, number = 1, tax = INCLUDED): Release {
  const content = draftContent();
  const [field] = content.products;
  if (!field) throw new Error('no product');
  content.shop = { ...content.shop, zone, tax };
  // Each price has an offer of its own, so that one buyer can hold several.
  for (const price of [...LASTING, INSTEAD])
    content.offers.push({ ...newOffer(`off_${price.id}`, field, 'EUR'), prices: [price], upgrades: false });
  content.coupons.push(newCoupon('cp_half', 'EUR', { code: 'HALF', percent: '50', acts: 'first', payments: '2' }));
  return release(number, number === 1 ? null : number - 1, sealContent(content));
}

export interface LongRun {
  buyerYears: number;
  charges: number;
  ended: number;
  acts: number;
  /** Checkouts begun for what takes the place of a running subscription. */
  replaced: number;
  /** Every state that an agreement was in after some step. */
  statuses: Set<string>;
  /** The history as it was written, and what it comes to. */
  batches: readonly Batch[];
  state: ShopState;
}

interface Options {
  seed: number;
  buyers: number;
  years: number;
  zone: string;
  /** Tax on top whose rates change, instead of a tax that is in the price and stays. */
  onTop?: boolean;
  /** A clock that goes back for a while, and one that leaps ahead and is not believed. */
  wrongClocks?: boolean;
  /** Looked at now and then, while the shop runs. */
  look?: (runner: Runner, live: Release) => void;
}

/**
 * Years of a shop in seconds: buyers with random but seeded behaviour, cards that refuse, wait and ask the bank, a
 * payment service that does not answer, a disk that fails, a counter that is killed. Every promise is checked at
 * every step. @throws Error that names the seed and the promise that broke
 */
export async function longRun({
  seed,
  buyers,
  years,
  zone,
  onTop = false,
  wrongClocks = false,
  look,
}: Options): Promise<LongRun> {
  const random = seeded(seed);
  const joining = seeded(seed + 1_000);
  const replacing = seeded(seed + 2_000);
  const start: Instant = '2026-01-31T09:30:00.000Z';
  const pendingUntil = new Map<string, number>();
  let machine = 0;
  const answer = ({ token }: ChargeRequest): ChargeAnswer => {
    const dice = random.next();
    // Some cards hardly ever have money on them, so that days of grace run out.
    if (dice < (token.endsWith('3') ? 0.7 : 0.12)) return { status: 'refused', reason: 'not-enough-money' };
    if (dice < 0.14) return { status: 'waits-for-bank', confirmAt: '/bank' };
    return { status: 'paid', paymentId: '' };
  };
  const ports = memoryPorts(start, answer);
  ports.clock.machine = () => (machine += 200_000);
  faulty(ports, random, pendingUntil);
  let live = lastingRelease(zone, 1, onTop ? onTopAt(start) : INCLUDED);
  ports.addRelease(live);
  let runner = createRunner(ports);
  await runner.start();
  await runner.execute({ type: 'publish', release: live, hasFile: () => true });
  const acted = new Set<string>();
  const rates = CHANGING.map((r) => ({ ...r }));
  const audit = new Audit(seed, zone, onTop ? rates : null, acted);
  const result: LongRun = {
    buyerYears: 0,
    charges: 0,
    ended: 0,
    acts: 0,
    replaced: 0,
    statuses: new Set(),
    batches: ports.batches,
    state: runner.state,
  };
  let now = start;
  const end = addMs(start, years * 365 * DAY);
  let bought = 0;
  const known = new Set<PublishedRate>();

  while (now < end) {
    // Half the steps go exactly to what falls due next, the others somewhere: never more than two days late.
    const next = runner.state.due.peek()?.at;
    const leap = addMs(now, Math.floor(random.next() * 40 * HOUR));
    now = next !== undefined && next > now && next < leap && random.next() < 0.5 ? next : leap;
    ports.setNow(now);
    await runner.settle();
    if (onTop && onTopAt(now).rates.length > (live.content.shop.tax?.rates.length ?? 0)) await publishRates();
    if (wrongClocks && random.next() < 0.04) await misled();
    if (bought < buyers && random.next() < 0.9) for (let i = 0; i <= buyers / 250; i += 1) await buy();
    for (let i = 0; i < 2; i += 1) await act();
    if (replacing.next() < 0.08) await replace();
    if (joining.next() < 0.01) await joinSome(runner, joining);
    await runner.settle();
    if (random.next() < 0.002) {
      // Killed: what is on the disk is all there is.
      runner = createRunner(ports);
      await runner.start();
    }
    audit.step(runner.state, ports, runner.now());
    for (const { status } of runner.state.agreements.values()) result.statuses.add(status);
    if (look && random.next() < 0.05) look(runner, live);
  }
  // What waits for an answer gets one, so that nothing stays open.
  for (let i = 0; i < 40 && runner.state.pending.size > 0; i += 1) await runner.settle();
  audit.whole(runner.state, ports, live);
  for (const a of runner.state.agreements.values()) {
    result.buyerYears += (Date.parse(a.ended?.at ?? now) - Date.parse(a.start)) / (365 * DAY);
    if (a.ended) result.ended += 1;
  }
  nobodyGone(runner.state);
  result.charges = ports.charges.length;
  result.state = runner.state;
  return result;

  async function publishRates(): Promise<void> {
    live = lastingRelease(zone, live.number + 1, onTopAt(now));
    ports.addRelease(live);
    const published = await runner.execute({ type: 'publish', release: live, hasFile: () => true });
    if ('refused' in published) throw new Error(`seed ${seed}: not published: ${published.refused}`);
    // It is known from when it was truly published.
    for (const r of rates) if (r.published > start && r.published <= now && !known.has(r)) r.published = now;
    for (const r of rates) if (r.published <= now) known.add(r);
  }

  /** Whatever a wrong clock says: going back repeats nothing, a leap that is not believed writes nothing. */
  async function misled(): Promise<void> {
    const back = random.next() < 0.5;
    const lines = ports.batches.length;
    if (!back) ports.clock.isBelieved = () => false;
    ports.setNow(addMs(now, back ? -Math.floor(random.next() * 60 * HOUR) : 75 * DAY));
    await runner.settle();
    await act();
    if (!back && ports.batches.length !== lines)
      throw new Error(`seed ${seed}: written by a clock that is not believed`);
    delete ports.clock.isBelieved;
    ports.setNow(now);
  }

  async function buy(): Promise<void> {
    bought += 1;
    const price = random.pick(LASTING);
    const personId = `u${random.int(buyers)}`;
    const choice = {
      offerId: `off_${price.id}`,
      priceId: price.id,
      ...(random.next() < 0.3 ? { coupon: 'half' } : {}),
      country: random.pick(['PT', 'DE', 'US']),
    };
    const at = runner.now();
    const hadTrial = runner.state.begun.has(`${presentPerson(runner.state, personId)}/${choice.offerId}`);
    const quote = quoteFor(live, choice, at, { ...firstBuyer(at), of: () => ({ sold: 0, soldToBuyer: 0, hadTrial }) });
    if ('refused' in quote) throw new Error(`seed ${seed}: no quote: ${quote.refused}`);
    await ports.people.save({ id: personId, rev: 1, name: personId, address: `${personId}@example.org` });
    await runner.execute({
      type: 'pay',
      checkoutId: `c${bought}`,
      personId,
      ...choice,
      release: live,
      startedAt: at,
      shown: quoteFingerprint(quote),
      fingerprint: (t) => t,
      card: { token: `card${bought}`, last4: '0001' },
    });
  }

  /** Somebody who has the monthly one buys what takes its place, whatever is under way. */
  async function replace(): Promise<void> {
    const { state } = runner;
    const monthly = [...state.agreements.values()].filter((a) => a.offerId === 'off_pr_month' && isRunning(a));
    const a = monthly[replacing.int(monthly.length)];
    if (!a) return;
    const { personId } = a;
    const at = runner.now();
    const choice = { offerId: 'off_pr_instead', priceId: INSTEAD.id, country: a.buyer?.country ?? 'PT' };
    const asked = { ...choice, personId, startedAt: at, signedIn: true };
    const quote = quoteFor(live, choice, at, standingOf(state, asked, { now: at, release: live }));
    // They run it already, or another window is paying for it.
    if ('refused' in quote) return;
    for (const gone of replacedIn(quote)) acted.add(gone.agreementId);
    result.replaced += 1;
    await runner.execute({
      type: 'pay',
      checkoutId: `r${result.replaced}`,
      ...asked,
      release: live,
      shown: quoteFingerprint(quote),
      fingerprint: (t) => t,
      card: { token: `instead${result.replaced}`, last4: '0001' },
    });
  }

  async function act(): Promise<void> {
    const all = [...runner.state.agreements.values()];
    const a = all[random.int(all.length)];
    if (!a || random.next() < 0.5) return;
    result.acts += 1;
    const agreementId = a.id;
    const what = random.int(15);
    // Trying a card again or taking another one is still no more than paying.
    if (what !== 6 && what !== 7) acted.add(agreementId);
    const laterDay = dateIn(plusDays(runner.now(), 1 + random.int(60), zone), zone);
    switch (what) {
      case 0:
        return void (await runner.execute({
          type: 'pause',
          agreementId,
          until: random.next() < 0.7 ? laterDay : null,
          by: 'buyer',
        }));
      case 1:
        return void (await runner.execute({ type: 'return', agreementId, on: random.next() < 0.3 ? laterDay : null }));
      case 2:
        return void (await runner.execute({
          type: 'cancel',
          agreementId,
          when: random.next() < 0.7 ? 'end' : 'now',
          giveBack: random.next() < 0.5,
          by: 'buyer',
        }));
      case 3:
        return void (await runner.execute({ type: 'keep', agreementId }));
      case 4:
        return void (await runner.execute({ type: 'switch', agreementId, offerId: 'off_pr_week', priceId: 'pr_week' }));
      case 5:
        return void (await runner.execute({
          type: 'switch',
          agreementId,
          offerId: 'off_pr_month',
          priceId: 'pr_month',
        }));
      case 6:
        return void (await runner.execute({ type: 'retry-due', agreementId }));
      case 7:
        return void (await runner.execute({
          type: 'change-card',
          agreementId,
          card: { token: `card-${random.int(1e6)}`, last4: '0027' },
        }));
      case 8:
        return void (await runner.execute({ type: 'pay-rest', agreementId }));
      case 9:
        return void (await runner.execute({
          type: 'refund-agreement',
          agreementId,
          amount: random.next() < 0.3 ? null : 1 + random.int(2_000),
          ends: random.next() < 0.3,
          reason: 'asked',
        }));
      case 10:
        return void (await runner.execute({
          type: 'move-due-day',
          agreementId,
          day: { of: 'month', day: 1 + random.int(31) },
        }));
      case 11:
        return void (
          random.next() < 0.3 &&
          (await runner.execute({ type: 'stop-plan', agreementId, keepAccess: random.next() < 0.5 }))
        );
      case 13:
        return void (await runner.execute({
          type: 'move-buyer',
          agreementId,
          country: random.pick(['PT', 'NL', 'HU', 'US']),
          vatNumber: random.pick(['', 'NL004495445B01']),
          numberKey: `v${result.acts}`,
        }));
      case 12: {
        const order = runner.state.orders.get(a.orderId);
        const last = later(a).at(-1);
        const first = order && boughtBy(order);
        const own = [
          { id: last?.paymentId, amount: last?.amount ?? 0 },
          { id: first?.paymentId, amount: first?.lines[0]?.paid ?? 0 },
        ].flatMap(({ id, amount }) => (typeof id === 'string' && amount > 0 ? [{ id, amount }] : []));
        const payment = own.length === 0 ? null : random.pick(own);
        if (payment !== null && random.next() < 0.3)
          await runner.execute({
            type: 'open-dispute',
            disputeId: `d${result.acts}`,
            paymentId: payment.id,
            // Most often the whole of it; now and then a part, or more than is left.
            amount: random.next() < 0.8 ? payment.amount : 1 + random.int(2 * payment.amount),
            answerBy: addMs(runner.now(), DAY),
          });
        return;
      }
      default: {
        const open = [...runner.state.disputes.values()].find((d) => d.status === 'open');
        if (open) await runner.execute({ type: 'close-dispute', disputeId: open.id, won: random.next() < 0.6 });
      }
    }
  }
}

/** A payment service and a disk as they are on bad days. */
function faulty(ports: MemoryPorts, random: ReturnType<typeof seeded>, pendingUntil: Map<string, number>): void {
  const { charge, lookUp, refund } = ports.payments;
  const refused = new Set<string>();
  const append = ports.journal.append.bind(ports.journal);
  ports.payments.charge = async (request) => {
    if (random.next() < 0.02) throw new NotAnswered('lost on the way there');
    const answer = await charge(request);
    if (random.next() < 0.02) throw new NotAnswered('lost on the way back');
    if (random.next() < 0.02) pendingUntil.set(request.key, 3);
    return pendingUntil.has(request.key) ? { status: 'pending' } : answer;
  };
  ports.payments.lookUp = async (key) => {
    const left = pendingUntil.get(key);
    if (left === undefined || left === 0) return lookUp(key, 'card');
    pendingUntil.set(key, left - 1);
    return { status: 'pending' };
  };
  // Money goes back late, or not at all; the same key always gets the same answer.
  ports.payments.refund = async (request) => {
    if (random.next() < 0.3) throw new NotAnswered('no answer about a refund');
    if (random.next() < 0.05) refused.add(request.key);
    return refused.has(request.key) ? { status: 'refused', reason: 'too old' } : refund(request);
  };
  ports.journal.append = async (batch) => {
    // What was decided upon something that is not on the disk does not come there either.
    if (batch.seq !== ports.batches.length + 1 || random.next() < 0.0002) throw new StorageFailed('the disk is full');
    return append(batch);
  };
}

/** Steps are two days at most, and a full disk or a killed counter may cost one. */
const LATE_DAYS = 5;

/** The promises, checked over what the journal and the payment service say, not over what the engine believes. */
class Audit {
  #checked = 0;
  #receipts = 0;
  #creditNotes = 0;
  constructor(
    private readonly seed: number,
    private readonly zone: string,
    /** Published rates of a tax that comes on top. */
    private readonly rates: readonly PublishedRate[] | null,
    /** Of whom more happened than paying or not. */
    private readonly acted: ReadonlySet<string>,
  ) {}

  #broken(promise: string, about: unknown): never {
    throw new Error(`seed ${this.seed}, ${this.zone}: ${promise}: ${JSON.stringify(about)}`);
  }

  /** After every step: document numbers in the new batches, and every agreement against its passes and payments. */
  step(state: ShopState, ports: MemoryPorts, now: Instant): void {
    const touched = new Set<string>();
    for (const batch of ports.batches.slice(this.#checked)) {
      for (const event of batch.events) {
        for (const id of agreementsIn(event, state)) touched.add(id);
        const receipt = event.type === 'order.paid' || event.type === 'due.paid' ? event.data.receipt : null;
        if (receipt !== null && receipt !== `R-${String((this.#receipts += 1)).padStart(5, '0')}`)
          this.#broken('receipts have a gap', event);
        const note =
          event.type === 'credit.given' ||
          (event.type === 'refund.paid' && state.refunds.get(event.data.refundId)?.ofCredit === undefined)
            ? event.data.creditNote
            : null;
        if (note !== null && note !== `C-${String((this.#creditNotes += 1)).padStart(5, '0')}`)
          this.#broken('credit notes have a gap', event);
      }
    }
    this.#checked = ports.batches.length;
    // Only what something happened to can have changed.
    for (const id of touched) {
      const a = state.agreements.get(id);
      if (a) this.#agreement(state, a, now);
    }
    const refunding = new Set(
      [...state.refunds.values()].filter((r) => r.status === 'asked').map((r) => r.agreementId),
    );
    for (const a of state.agreements.values()) {
      if (!refunding.has(a.id)) this.#late(a, now);
      if (this.#onlyPaid(a) && a.unanswered === null) this.#doors(state, a, now);
    }
  }

  /** What time brings has been done some days later, whatever index the engine keeps of it. */
  #late(a: Agreement, now: Instant): void {
    if (
      a.status === 'ended' ||
      a.status === 'paid-off' ||
      a.stops.some(({ why }) => why !== 'paused') ||
      a.unanswered !== null
    )
      return;
    const waits: [string, Instant | null | undefined][] = [
      ['a payment was not asked for', a.status === 'active' || a.status === 'in-trial' ? a.next?.at : null],
      ['a pause did not end', a.status === 'paused' ? a.pause?.until : null],
      ['what was stopped is still open', a.status === 'ending' ? a.endsAt : null],
      ['a refused payment was not tried again', a.status === 'past-due' ? a.pastDue?.tryAt : null],
      ['days of grace did not end', a.pastDue?.held ? null : a.pastDue?.graceUntil],
      ['what stayed unpaid did not end', a.pastDue?.endAt],
      ['the end of a trial was not told of', a.status === 'in-trial' ? a.noticeAt : null],
    ];
    const long = addMs(now, -LATE_DAYS * DAY);
    for (const [promise, at] of waits) if (at && at < long) this.#broken(`${promise} by ${now}`, a);
  }

  #agreement(state: ShopState, a: Agreement, now: Instant): void {
    const opened = a.passIds.map((id) => state.passes.get(id)).filter((p) => p !== undefined);
    if (opened.length !== a.productIds.length) this.#broken('paid, but not opened', a);
    const wanted =
      a.status === 'paid-off' || a.ended?.why === 'let-go'
        ? ['open', 'closed']
        : a.status === 'ended'
          ? ['closed']
          : isDisputed(a) || a.pastDue?.held || (a.status === 'paused' && a.terms.kind === 'subscription')
            ? ['on-hold']
            : ['open'];
    const dispute =
      (state.orders.get(a.orderId)?.payments ?? []).some((p) => p.openDisputes.length > 0) ||
      [...state.disputes.values()].some((d) => d.status === 'open' && d.agreementId === a.id);
    for (const pass of opened) {
      const is = passState(pass, now);
      if (!wanted.includes(is) && !(dispute && is === 'on-hold'))
        this.#broken(`a pass is ${is} while its agreement is ${a.status}`, { a, pass });
    }
    if (
      isRunning(a) &&
      a.status !== 'paused' &&
      a.status !== 'ending' &&
      !isDisputed(a) &&
      a.next === null &&
      a.owed.length === 0 &&
      a.unanswered === null
    )
      this.#broken('nothing will ever happen to it', a);
    for (const p of later(a))
      if (p.givenBack + p.lost > p.amount + p.credit || p.taxBack > p.tax)
        this.#broken('more refunded than paid', { a, p });
    const whole = state.orders.get(a.orderId);
    const order = whole && boughtBy(whole).lines.find((l) => l.lineId === a.lineId);
    if (order && (order.givenBack + order.lost > order.paid || order.taxBack > order.tax))
      this.#broken('more refunded than paid', order);
    // Payments come in order, none twice, none left out; each is what its terms say.
    let n = a.terms.trial || a.from !== null ? 0 : 1;
    for (const due of later(a).flatMap((p) => p.dues)) {
      n += 1;
      if (due.n !== n) this.#broken(`payment ${due.n} where ${n} was due`, a);
      if (this.rates === null && due.amount !== expected(a, due.n))
        this.#broken('another amount than was promised', { a, due, promised: expected(a, due.n) });
    }
    if (this.rates !== null && this.#onlyPaid(a)) this.#sums(a, this.rates);
    for (const p of later(a))
      if (sum(p.dues.map((d) => d.amount)) !== p.amount + p.credit) this.#broken('the parts are not the whole', p);
  }

  /** What another's unused days paid for hangs on that one's payments too: a bank may dispute those. */
  readonly #onlyPaid = (a: Agreement): boolean => a.from === null && !this.acted.has(a.id) && a.priceId !== INSTEAD.id;

  /** Whoever did no more than pay or not: what they paid, by the plain rules. */
  #sums(a: Agreement, rates: readonly PublishedRate[]): void {
    const { zone, terms, start: bought, buyer } = a;
    for (const { dues, amount, tax } of later(a)) {
      const [due] = dues;
      if (!due || dues.length > 1) continue;
      const net = expected(a, due.n);
      const about = { net, country: buyer?.country ?? 'PT', at: due.at, bought, zone, terms };
      // A shop looks after itself every two days at the latest here: what was published meanwhile may be told or not.
      // Where the due before tells it, that one may have been tried for a week. Whoever was told too late pays the old
      // sum until a due that was told in time.
      const late = [0, 2 * DAY, ...(terms.every.unit === 'week' ? [8 * DAY] : [])];
      const before = [0, 1, 2, 3, 4].filter((k) => due.n - k >= 1);
      const plain = before.flatMap((k) =>
        late.map((ms) =>
          withTaxOnTop(rates, about, ms, k === 0 ? due.at : paymentAt(terms, a.anchor, due.n - k, zone)),
        ),
      );
      if (!plain.some((p) => p.amount === amount && p.tax === tax))
        this.#broken('another sum than could be told', { a, due, amount, tax, plain });
    }
  }

  /** The same for what they can open. */
  #doors(state: ShopState, a: Agreement, now: Instant): void {
    const paid = (a.terms.trial ? 0 : 1) + sum(later(a).map(({ dues }) => dues.length));
    const key = `${a.id}/${paid}`;
    const known = this.#untils.get(key);
    const until = known === undefined ? openUntil(a, paid) : known;
    this.#untils.set(key, until);
    for (const id of a.passIds) {
      const pass = state.passes.get(id);
      if (!pass) continue;
      const open = passState(pass, now) === 'open';
      if (!open && (until === null || now < until))
        this.#broken(`shut at ${now}, though good until ${until ?? 'ever'}`, a);
      if (open && until !== null && now > addMs(until, LATE_DAYS * DAY))
        this.#broken(`open at ${now}, though good until ${until} only`, a);
    }
  }
  readonly #untils = new Map<string, Instant | null>();

  /** At the end: the journal gives the same state again, prefixes too, and the service took what was promised. */
  whole(state: ShopState, ports: MemoryPorts, live: Release): void {
    const again = newShopState();
    const stops = new Set(Array.from({ length: 20 }, (_, i) => Math.floor((ports.batches.length * i) / 20)));
    ports.batches.forEach((batch, i) => {
      evolveBatch(again, batch);
      if (stops.has(i)) summary(again);
    });
    if (summary(again) !== summary(state)) this.#broken('the journal gives another state', null);
    for (const a of state.agreements.values()) {
      if (
        a.status !== 'paid-off' ||
        this.rates !== null ||
        a.coupon ||
        !isLasting(a.terms) ||
        a.terms.kind !== 'plan' ||
        a.buyer?.country === 'none'
      )
        continue;
      const paid =
        sum(
          later(a)
            .flatMap((p) => p.dues)
            .map((d) => d.amount),
        ) + (state.orders.get(a.orderId)?.lines.find((l) => l.lineId === a.lineId)?.dueToday ?? 0);
      if (paid !== planTotal(a.terms)) this.#broken('a plan’s payments are not its total', { a, paid });
    }
    // Every successful charge at the service is one payment here, once.
    const known = new Set([
      ...[...state.orders.values()].flatMap((o) => o.payments.map((p) => p.id)),
      // A card that was only verified took nothing.
      ...[...state.charges.values()].filter((c) => c.amount === 0).map((c) => c.paymentId),
    ]);
    const late = new Set(state.attention.map((x) => x.id));
    for (const batch of ports.batches)
      for (const event of batch.events)
        if (
          (event.type === 'due.paid' || event.type === 'charge.paid') &&
          event.data.paymentId !== null &&
          !known.has(event.data.paymentId)
        )
          this.#broken('a payment is nowhere', { event, late: late.size });
    if (this.rates === null && live.number !== 1) this.#broken('the run publishes once', live.number);
  }
}

/** Which agreements an event is about. */
function agreementsIn({ data }: ShopEvent, state: ShopState): string[] {
  const about = data as { agreementId?: string; agreement?: { id: string }; passId?: string; orderId?: string };
  const pass = about.passId === undefined ? undefined : state.passes.get(about.passId);
  return [
    about.agreementId,
    about.agreement?.id,
    pass?.cause.kind === 'paid' ? pass.cause.agreementId : undefined,
    ...(about.orderId === undefined ? [] : [`${about.orderId}-l1`]),
  ].filter((id) => id !== undefined);
}

/** What payment n comes to by the frozen terms; tax is included in this shop, so that it never changes the sum. */
const expected = (a: Agreement, n: number): number => {
  const part = paymentOf(a.terms, n);
  return part.amount - discountOf(a.coupon, { n, full: part.full });
};

const summary = (state: ShopState): string =>
  JSON.stringify([
    state.seq,
    state.counts,
    [...state.agreements.values()],
    [...state.passes.values()],
    [...state.orders.values()],
    [...state.refunds.values()],
    [...state.pending.keys()].sort(),
    [...state.taken].sort(),
  ]);
