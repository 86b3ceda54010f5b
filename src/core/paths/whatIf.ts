import type { StepId } from '#core/ids';
import { leadsTo, stepOf, stepsAfter, stepsInOrder } from './joins';
import type { Path, Step } from './path';
import { checkoutsOf } from './steps';

/** What is supposed of one step: measured, or typed where the seller tries something. Shares are from 0 to 1. */
export interface Supposed {
  /** Of those who come, how many go on: from a page, or through a checkout. Of an offer, how many say yes. */
  share: number;
  /** Of a page with several ways on: how many go each, in any measure. Where nothing is said, each as many. */
  ways?: ReadonlyMap<StepId, number> | undefined;
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
    buyer: buyerOf(path, supposed),
    more: more.filter(({ by }) => by > 0).sort((a, b) => b.by - a.by),
  };
}

/** What somebody brings who pays: what stands behind each checkout, by how many of those who pay do so there. */
function buyerOf(path: Path, supposed: (step: StepId) => Supposed): number {
  const paysAt = checkoutsOf(path).map(({ id }) => {
    const only = (step: StepId): Supposed =>
      stepOf(path, step)?.kind === 'checkout'
        ? { share: step === id ? supposed(id).share : 0, money: 1, extras: [] }
        : { ...supposed(step), money: 0 };
    // As money a payment there counts one, and all else nothing: what a visitor brings is how many pay there.
    const pay = worthOf(path, path.start, only);
    const brings = worthOf(path, id, (step) => (step === id ? { ...supposed(step), share: 1 } : supposed(step)));
    return { pay, brings };
  });
  const all = sum(paysAt.map(({ pay }) => pay));
  if (all === 0) return paysAt[0]?.brings ?? 0;
  return sum(paysAt.map(({ pay, brings }) => pay * brings)) / all;
}

const sum = (all: readonly number[]): number => all.reduce((so, n) => so + n, 0);

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
  // A page is left by any of its buttons: what it leads to is worth what those ways are, by how many go each.
  const onward = (): number => {
    const ways = stepsAfter(path, id);
    const weights = ways.map((to) => supposed(id).ways?.get(to) ?? (supposed(id).ways ? 0 : 1));
    const all = sum(weights);
    if (all === 0) return led('next');
    return sum(ways.map((to, i) => ((weights[i] ?? 0) / all) * worthOf(path, to, supposed, known)));
  };
  const found = worthAt(step, supposed(id), led, onward);
  known.set(id, found);
  return found;
}

function worthAt(
  { kind }: Pick<Step, 'kind'>,
  { share, money, extras }: Supposed,
  led: (by: 'next' | 'yes' | 'no') => number,
  onward: () => number,
): number {
  switch (kind) {
    case 'page':
    case 'turned-back':
      return share * onward();
    case 'checkout':
      return share * (money + extras.reduce((all, e) => all + e.share * e.money, 0) + led('next'));
    case 'offer':
      return share * (money + led('yes')) + (1 - share) * led('no');
    case 'thanks':
      return 0;
  }
}
