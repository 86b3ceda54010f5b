import type { StepId } from '#core/ids';
import { leadsTo, stepOf, stepsInOrder } from './joins';
import type { Path, Step } from './path';

/** What is supposed of one step: measured, or typed where the seller tries something. Shares are from 0 to 1. */
export interface Supposed {
  /** Of those who come, how many go on: from a page, or through a checkout. Of an offer, how many say yes. */
  share: number;
  /** What one of them brings there, in minor units: a checkout's main line, an offer's price. */
  money: number;
  /** Of a checkout: each extra with the share that takes it, and what it brings. */
  extras: readonly { share: number; money: number }[];
}

/** A visitor's worth, and what three points more at each join would bring, the most first. In minor units, not rounded. */
export interface WhatIf {
  visitor: number;
  /** Of somebody who pays at the checkout. */
  buyer: number;
  more: { step: StepId; by: number }[];
}

/** So much more is tried at each join. */
const POINTS = 0.03;

/**
 * What a visitor of a path brings on average: the path as an absorbing chain, whose every step is worth what is taken
 * there and what its ways lead to, each by its share. Source: Kemeny and Snell, Finite Markov Chains, chapter 3, from
 * memory; for a path without round trips it is this sum.
 */
export function whatIf(path: Path, supposed: (step: StepId) => Supposed): WhatIf {
  const visitor = worthOf(path, path.start, supposed);
  const checkout = path.steps.find((s) => s.kind === 'checkout');
  const more = stepsInOrder(path).flatMap(({ id, kind }) => {
    if (kind === 'thanks') return [];
    const better = (step: StepId): Supposed => {
      const as = supposed(step);
      return step === id ? { ...as, share: Math.min(1, as.share + POINTS) } : as;
    };
    return [{ step: id, by: worthOf(path, path.start, better) - visitor }];
  });
  return {
    visitor,
    buyer: checkout
      ? worthOf(path, checkout.id, (step) => (step === checkout.id ? { ...supposed(step), share: 1 } : supposed(step)))
      : 0,
    more: more.filter(({ by }) => by > 0).sort((a, b) => b.by - a.by),
  };
}

/** What somebody who stands at a step brings from there on. Each step is worked out once, however many ways lead to it. */
function worthOf(
  path: Path,
  id: StepId,
  supposed: (step: StepId) => Supposed,
  known = new Map<StepId, number>(),
): number {
  const step = stepOf(path, id);
  if (!step) return 0;
  const worth = known.get(id);
  if (worth !== undefined) return worth;
  // Coming back to a step while it is worked out is a round trip, which publishing refuses after payment: once is enough.
  known.set(id, 0);
  const led = (by: 'next' | 'yes' | 'no'): number => {
    const to = leadsTo(path, id, by);
    return to?.kind === 'step' ? worthOf(path, to.step, supposed, known) : 0;
  };
  const found = worthAt(step, supposed(id), led);
  known.set(id, found);
  return found;
}

function worthAt(
  { kind }: Pick<Step, 'kind'>,
  { share, money, extras }: Supposed,
  led: (by: 'next' | 'yes' | 'no') => number,
): number {
  switch (kind) {
    case 'page':
      return share * led('next');
    case 'checkout':
      return share * (money + extras.reduce((all, e) => all + e.share * e.money, 0) + led('next'));
    case 'offer':
      return share * (money + led('yes')) + (1 - share) * led('no');
    case 'thanks':
      return 0;
  }
}
