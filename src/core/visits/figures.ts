import type { StepId } from '#core/ids';
import type { Path, Step } from '#core/paths';
import type { Order } from '#core/shop';
import { type Tally, tallied } from './tally';

/** What happened at one step of a path in a span of time. Money in minor units. */
export interface StepFigures {
  step: StepId;
  /** How often it was seen. */
  came: number;
  /** Of those, how many were led on to each other step. */
  wentOn: { to: StepId; count: number }[];
  /** At a checkout how often it was paid; at an offer after payment how often it was taken. */
  taken: number;
  /** At an offer after payment: how often it was left. */
  left: number;
  /** What was paid there on the day of buying. */
  money: number;
  /** At a checkout: how often each extra was taken along. */
  extras: { id: string; taken: number }[];
}

/** Under so many visits a share says nothing. */
export const FEWEST_FOR_SHARES = 30;

/** The share of those who came that went on, or bought; null where there were too few to tell. */
export const shareOf = (part: number, came: number): number | null =>
  came < FEWEST_FOR_SHARES ? null : Math.min(1, part / came);

/** How many went on from a step: from a page by its buttons, from a checkout by paying, from an offer by yes. */
export const wentOnAt = ({ kind }: Pick<Step, 'kind'>, { wentOn, taken }: StepFigures): number =>
  kind === 'checkout' || kind === 'offer' ? taken : wentOn.reduce((all, { count }) => all + count, 0);

/** The same as a share of those who came, or answered; null where there were too few. */
export function shareAt(step: Pick<Step, 'kind'>, figures: StepFigures): number | null {
  const all = step.kind === 'offer' ? figures.taken + figures.left : figures.came;
  return shareOf(wentOnAt(step, figures), all);
}

/**
 * The figures of each step, from what was counted and what was ordered. What was paid comes from orders and not from
 * views: nobody is counted as a buyer because a page was seen.
 * @param orders those whose checkout was in the span
 */
export function stepFigures(path: Path, tally: Tally, orders: readonly Order[]): StepFigures[] {
  const own = orders.filter((o) => o.came.path === path.id);
  return path.steps.map((step) => ({
    step: step.id,
    came: tallied(tally, path.id, step.id, 'came'),
    wentOn: path.steps
      .filter(({ id }) => id !== step.id)
      .map(({ id }) => ({ to: id, count: tallied(tally, path.id, id, 'from', step.id) }))
      .filter(({ count }) => count > 0),
    ...(step.kind === 'offer' ? answersAt(step.id, own) : paidAt(step.id, own)),
    extras: (step.extras ?? []).map(({ id, offerId, priceId }) => ({
      id,
      taken: own.filter(
        (o) => o.came.step === step.id && o.lines.slice(1).some((l) => l.offerId === offerId && l.priceId === priceId),
      ).length,
    })),
  }));
}

/** What an order brought by some of its payments. */
export const paidIn = (order: Order, counts: (payment: Order['payments'][number]) => boolean): number =>
  order.payments
    .filter(counts)
    .flatMap((p) => p.lines)
    .reduce((all, line) => all + line.amount, 0);

/** What an order brought on the day of buying, at its checkout and after it. */
export const paidOnDay = (order: Order): number => paidIn(order, (p) => p.kind === 'checkout' || p.kind === 'offer');

function paidAt(step: StepId, orders: readonly Order[]): Pick<StepFigures, 'taken' | 'left' | 'money'> {
  const bought = orders.filter((o) => o.came.step === step);
  const money = bought.reduce((all, order) => all + paidIn(order, (p) => p.kind === 'checkout'), 0);
  return { taken: bought.length, left: 0, money };
}

function answersAt(step: StepId, orders: readonly Order[]): Pick<StepFigures, 'taken' | 'left' | 'money'> {
  const answers = orders.map((o) => o.offers[step]?.answer);
  return {
    taken: answers.filter((a) => a === 'yes').length,
    left: answers.filter((a) => a === 'no').length,
    money: orders.reduce((all, order) => all + paidIn(order, (p) => p.kind === 'offer' && p.step === step), 0),
  };
}

/** What one entrance brought: how many came through it, how many bought, and what they paid on the day of buying. */
export function entranceFigures(
  path: Path,
  tally: Tally,
  orders: readonly Order[],
): { entrance: string; came: number; bought: number; money: number }[] {
  return (path.entrances ?? []).map(({ id }) => {
    const own = orders.filter((o) => o.came.path === path.id && o.came.entrance === id);
    return {
      entrance: id,
      came: tallied(tally, path.id, path.start, 'entrance', id),
      bought: own.length,
      money: own.reduce((all, o) => all + paidOnDay(o), 0),
    };
  });
}
