import type { Instant } from '#core/calendar';
import { NOWHERE } from '#core/journal';
import type { EntranceId, PassId, PriceId, ProductId, StepId } from '#core/ids';
import { sum } from '#core/money';
import {
  afterCheckout,
  checkoutOf,
  onFrom,
  type Path,
  pathSeen,
  sightOf,
  type Stand,
  stepOf,
  type Target,
  tillOf,
} from '#core/paths';
import { isOpen } from '#core/passes';
import type { Release } from '#core/release';
import { cartFor } from '../features/orders/cart';
import { practise, practiseAnswer } from './practice';
import type { Runner } from '../engine/runner';
import type { Order } from '../features/orders/fold/state';
import { offerOfStep, offerPassed, walkFacts } from './walking';

/** How a practice buyer walks a path. */
export interface WalkChoices {
  /** The checkout they pay at; the first where none is said. */
  checkout?: StepId | undefined;
  /** The price they choose; the first that is shown where none is said. */
  priceId?: PriceId | undefined;
  /** Extras they add, by their ids. */
  extras?: readonly string[] | undefined;
  /** What they answer to offers after payment; no where nothing is said. */
  answers?: Readonly<Record<StepId, 'yes' | 'no'>> | undefined;
  entrance?: EntranceId | null | undefined;
}

/** What a walk came to. Money in minor units. */
export interface WalkReport {
  currency: string;
  /** Steps after the one paid at, in the order they were met, with what was charged there. */
  steps: { step: StepId; charged: number; answer: 'yes' | 'no' | null }[];
  /** Letters that were sent, by what they are about. */
  letters: string[];
  /** Products that stand open at the end. */
  opened: ProductId[];
  /** Where it ended: at the thank-you page, out of the path, or before that, with why in a sentence. */
  end: { at: 'thanks' } | { at: 'out'; to: Exclude<Target, { kind: 'step' }> } | { at: 'stuck'; why: string };
}

/** A path has at most so many steps; whoever has met more goes in a round. */
const MOST_STEPS = 60;

/**
 * Walks one path as a buyer would, with a card that goes through: the engine that charges and opens, with memory behind
 * its ports. Nothing of it is kept, nobody is charged, no number of the shop is used.
 */
export async function walkPath(release: Release, path: Path, choices: WalkChoices, now: Instant): Promise<WalkReport> {
  const sight = sightOf(path, { at: now, entrance: choices.entrance }, release.content);
  const seen = pathSeen(path, sight);
  const till = tillOf(path, sight, choices.checkout === undefined ? checkoutOf(path) : stepOf(path, choices.checkout));
  const offer = release.content.offers.find((o) => o.id === till.offerId);
  const priceId = choices.priceId ?? offer?.prices.find((p) => till.shows(p.id))?.id ?? '';
  const report: WalkReport = {
    currency: offer?.currency ?? release.content.shop.currency,
    steps: [],
    letters: [],
    opened: [],
    end: { at: 'thanks' },
  };
  const stuck = (why: string): WalkReport => ({ ...report, end: { at: 'stuck', why } });
  if (till.closed || !till.shows(priceId)) return stuck('Nobody who comes this way can have that price now.');
  const cart = cartFor(release, till, priceId, { extras: choices.extras });
  const came = { ...NOWHERE, path: path.id, step: till.step, entrance: till.entrance };
  const practised = await practise(release, cart, now, came);
  if (typeof practised === 'string') return stuck(practised);
  const { runner, ports, order, release: first } = practised;
  report.steps.push({ step: till.step, charged: chargedFor(order, null), answer: null });
  const facts = walkFacts(order, path);
  const passed = offerPassed(runner.state, order, first, { now, release: first });
  let stand: Stand = afterCheckout(seen, till.step, facts, passed);
  while (stand.at === 'step' && report.steps.length <= MOST_STEPS) {
    const { step } = stand;
    const answer = step.kind === 'offer' ? (choices.answers?.[step.id] ?? 'no') : null;
    const offer = offerOfStep(step);
    const problem = answer === null || !offer ? null : await practiseAnswer(practised, offer, answer);
    if (problem !== null) return stuck(problem);
    report.steps.push({ step: step.id, charged: chargedFor(order, step.id), answer });
    if (step.kind === 'thanks') break;
    stand = onFrom(seen, step, facts, passed);
  }
  if (stand.at === 'out') report.end = stand;
  return {
    ...report,
    letters: [...ports.mails.map(({ mail }) => mail), ...ports.about.map(({ message }) => message.mail)],
    opened: openedBy(runner, order.passIds),
  };
}

/** What the card was charged at a step on the way: at the checkout where none is named. */
const chargedFor = (order: Order, step: StepId | null): number =>
  sum(
    order.payments
      .filter((p) => p.step === step && (p.kind === 'checkout' || p.kind === 'offer'))
      .flatMap((p) => p.lines.map((line) => line.amount)),
  );

const openedBy = (runner: Runner, passIds: readonly PassId[]): ProductId[] => [
  ...new Set(
    passIds.flatMap((id) => {
      const pass = runner.state.passes.get(id);
      return pass && isOpen(pass, runner.now()) ? [pass.productId] : [];
    }),
  ),
];
