import { addMs, type Instant, nthAfter, startOfDate } from '#core/calendar';
import { quoteFingerprint, quoteFor, type QuoteChoice } from '#core/checkout';
import type { ShopEvent } from '#core/journal';
import type { Release } from '#core/release';
import { ticksByPasses } from '#core/catalogue';
import { standingByPasses } from '#core/opening';
import { leftOf, lineBought } from '#core/payments';
import { sentSomewhere } from '../features/orders/sentSomewhere';
import { standingOf } from '../features/orders/standing';
import type { Command } from '../engine/command';
import { refusalInWords } from '#core/words';
import type { ProductId } from '#core/ids';
import { memoryPorts } from '../engine/memoryPorts';
import { createRunner } from '../shop/rules';
import type { ShopState } from '../engine/state';

/** What the buyer and their card do in a rehearsal. */
export interface Script {
  /** The card refuses from this payment of the agreement on, counted from the day of buying; null goes through. */
  refusesFrom: number | null;
  /** How many times in a row; null for ever. */
  refusesTimes: number | null;
  /** On a day the buyer does this, at noon. */
  act: { on: string; what: 'pause' | 'cancel' | 'refund'; until: string | null } | null;
}

export const NOTHING_HAPPENS: Script = { refusesFrom: null, refusesTimes: null, act: null };

/** One thing that would happen. */
export interface RehearsedStep {
  at: Instant;
  what:
    | 'paid'
    | 'refused'
    | 'given-back'
    | 'opens'
    | 'closes'
    | 'part-opens'
    | 'on-hold'
    | 'open-again'
    | 'message'
    | 'refused-act';
  /** Minor units where money moves. */
  amount: number | null;
  text: string;
}

export interface Rehearsal {
  steps: RehearsedStep[];
  state: ShopState;
  end: Instant;
  events: { at: Instant; event: ShopEvent }[];
}

const YEARS_AT_MOST = 10;

/**
 * Plays a buyer's months ahead with the real engine and memory behind its ports: from due moment to due moment, at
 * most ten years, nothing recorded.
 * @returns what would happen, or one sentence that says why it cannot be bought
 */
export async function rehearse(
  given: Release,
  wanted: QuoteChoice,
  start: Instant,
  script: Script,
  years = YEARS_AT_MOST,
): Promise<Rehearsal | { problem: string }> {
  const release: Release = { ...given, number: 1, basedOn: null };
  const { zone } = release.content.shop;
  const end = nthAfter(start, { count: Math.min(years, YEARS_AT_MOST), unit: 'year' }, 1, zone);
  const refusals: RehearsedStep[] = [];
  let asked = 0;
  let refused = 0;
  const seen = new Set<string>();
  /** Keys end in the due's number and the try's; what stands before tells which payment it is. */
  const isAgain = (key: string): boolean => {
    const due = key.slice(0, key.lastIndexOf('-'));
    if (seen.has(due)) return true;
    seen.add(due);
    return false;
  };
  const ports = memoryPorts(start, ({ key }) => {
    // A try again is the same payment; only a new one counts.
    if (!isAgain(key)) asked += 1;
    const refuses =
      script.refusesFrom !== null &&
      asked >= script.refusesFrom &&
      (script.refusesTimes === null || refused < script.refusesTimes);
    if (refuses) refused += 1;
    return refuses ? { status: 'refused', reason: 'not-enough-money' } : { status: 'paid', paymentId: '' };
  });
  ports.addRelease(release);
  const runner = createRunner(ports);
  await runner.start();
  const events: Rehearsal['events'] = [];
  const published = await runner.execute({ type: 'publish', release, hasFile: () => true });
  if ('refused' in published) return { problem: refusalInWords(published) };
  runner.onBatch((batch) => {
    for (const event of batch.events) events.push({ at: batch.at, event });
  });
  const choice = sentSomewhere(wanted, 'rehearsal', release);
  const quote = quoteFor(
    release,
    choice,
    start,
    standingOf(runner.state, { ...choice, startedAt: start }, { now: start, release }),
  );
  if ('refused' in quote) return { problem: refusalInWords(quote) };
  const paid = await runner.execute({
    type: 'pay',
    checkoutId: 'rehearsal',
    personId: 'practice',
    ...choice,
    release,
    startedAt: start,
    shown: quoteFingerprint(quote),
    fingerprint: (text) => text,
    card: { token: 'practice', last4: '0001' },
  });
  if ('refused' in paid) return { problem: refusalInWords(paid) };
  await ports.people.save({ id: 'practice', rev: 1, name: '', address: 'practice@example.org' });
  await runner.settle();

  const actAt = script.act ? addMs(startOfDate(script.act.on, zone), 12 * 3_600_000) : null;
  let acted = false;
  for (;;) {
    const due = runner.state.due.peek()?.at;
    const next = [due, acted || actAt === null || actAt < start ? undefined : actAt]
      .filter((at) => at !== undefined)
      .sort()[0];
    if (next === undefined || next > end) break;
    ports.setNow(next > runner.now() ? next : runner.now());
    if (next === actAt && !acted) {
      acted = true;
      await playAct();
    }
    await runner.settle();
  }
  return {
    steps: [...stepsOf(events, release), ...partsOpened(runner.state, release, end), ...refusals].sort((a, b) =>
      a.at < b.at ? -1 : a.at > b.at ? 1 : 0,
    ),
    state: runner.state,
    end: runner.now(),
    events,
  };

  async function playAct(): Promise<void> {
    const agreement = [...runner.state.agreements.values()].at(-1);
    const order = [...runner.state.orders.values()][0];
    const act = script.act;
    if (!act) return;
    const command: Command | null =
      act.what === 'refund'
        ? agreement
          ? { type: 'refund-agreement', agreementId: agreement.id, amount: null, ends: true, reason: '' }
          : order
            ? {
                type: 'refund',
                orderId: order.id,
                shares: order.lines.map(({ lineId }) => ({ lineId, amount: leftOf(lineBought(order, lineId)) })),
                reason: '',
              }
            : null
        : !agreement
          ? null
          : act.what === 'pause'
            ? { type: 'pause', agreementId: agreement.id, until: act.until, by: 'buyer' }
            : { type: 'cancel', agreementId: agreement.id, when: 'end', giveBack: false, by: 'buyer' };
    if (!command) return;
    const done = await runner.execute(command);
    if ('refused' in done)
      refusals.push({ at: runner.now(), what: 'refused-act', amount: null, text: refusalInWords(done) });
  }
}

const MESSAGES: Record<string, string> = {
  'trial-ends': 'that the trial ends soon',
  payment: 'that the payment came',
  refused: 'that the payment did not go through',
  'on-hold': 'that access is on hold',
  paused: 'that it is paused',
  back: 'that it continues',
  cancelled: 'that it is stopped',
  kept: 'that it continues',
  'paid-off': 'that it is paid off',
  finished: 'that it has ended',
  'ended-unpaid': 'that it ended unpaid',
  switched: 'that it was switched',
  stopped: 'that the plan was ended',
  'card-changed': 'that the card was changed',
  'due-day': 'that payments fall on another day',
  'amount-changes': 'that the amount changes',
};

/** What opens bit by bit while a pass is open: by the same plan that opens it to members. */
function partsOpened(state: ShopState, { content }: Release, end: Instant): RehearsedStep[] {
  const place = { products: content.products, zone: content.shop.zone, locale: content.shop.locale };
  return content.products.flatMap((product) => {
    const passes = [...state.passes.values()].filter((pass) => pass.productId === product.id);
    const shut = standingByPasses(passes, end)?.shut ?? [];
    const isShut = (at: Instant): boolean => shut.some(({ from, to }) => from <= at && (to === null || at < to));
    return ticksByPasses(product, passes, end, place)
      .filter(({ at }) => at <= end && !isShut(at))
      .map(({ at, words }): RehearsedStep => ({ at, what: 'part-opens', amount: null, text: words }));
  });
}

function stepsOf(events: Rehearsal['events'], release: Release): RehearsedStep[] {
  const amounts = new Map<string, number>();
  const titles = new Map<string, string>();
  const titleOf = (productId: ProductId): string =>
    release.content.products.find((p) => p.id === productId)?.title ?? '';
  return events.flatMap(({ at, event }): RehearsedStep[] => {
    const step = (what: RehearsedStep['what'], text: string, amount: number | null = null): RehearsedStep[] => [
      { at, what, amount, text },
    ];
    switch (event.type) {
      case 'charge.requested':
        amounts.set(event.data.key, event.data.quote.dueToday);
        return [];
      case 'due.requested':
        amounts.set(event.data.key, event.data.amount);
        return [];
      case 'refund.requested':
        amounts.set(event.data.refundId, event.data.amount);
        return [];
      case 'charge.paid':
        return step('paid', 'on the day of purchase', amounts.get(event.data.key) ?? 0);
      case 'charge.refused':
        return step('refused', 'on the day of purchase', amounts.get(event.data.key) ?? 0);
      case 'due.paid':
        return step(
          'paid',
          event.data.dues.length > 1
            ? `payments ${event.data.dues[0]?.n ?? ''} to ${event.data.dues.at(-1)?.n ?? ''}`
            : `payment ${event.data.dues[0]?.n ?? ''}`,
          event.data.amount,
        );
      case 'due.refused':
        return step('refused', 'insufficient funds', amounts.get(event.data.key) ?? 0);
      case 'refund.paid':
        return step('given-back', '', amounts.get(event.data.refundId) ?? 0);
      case 'pass.opened':
        titles.set(event.data.pass.id, titleOf(event.data.pass.productId));
        return step('opens', titleOf(event.data.pass.productId));
      case 'pass.closed':
        return step('closes', titles.get(event.data.passId) ?? '');
      case 'pass.held':
        return step('on-hold', titles.get(event.data.passId) ?? '');
      case 'pass.released':
        return step('open-again', titles.get(event.data.passId) ?? '');
      case 'mail.due':
        return step(
          'message',
          event.data.mail === 'receipt' ? 'the receipt, with the sign-in link' : 'that a refund was made',
        );
      case 'agreement.mailDue':
        return step('message', MESSAGES[event.data.mail] ?? '');
      default:
        return [];
    }
  });
}
