import type { StepId } from '#core/ids';
import { joinsFrom, leadsTo, stepOf, type WalkFacts } from './joins';
import type { Path, Step, Target } from './path';
import { checkoutOf } from './steps';

/** How an offer stands for whoever has paid: still to be answered, or passed by an answer. */
export type OfferPassed = (offer: Step) => 'yes' | 'no' | null;

/** A step somebody can stand at, or a way out of the path. */
export type Stand = { at: 'step'; step: Step } | { at: 'out'; to: Exclude<Target, { kind: 'step' }> } | { at: 'end' };

/**
 * Where a way leads whoever has paid: past every offer that is answered, owned, or not to be had any more, by the way of
 * that answer.
 */
function standOf(path: Path, to: Target | null, facts: WalkFacts, passed: OfferPassed): Stand {
  const met = new Set<StepId>();
  for (let target = to; target !== null;) {
    if (target.kind !== 'step') return { at: 'out', to: target };
    const step = stepOf(path, target.step);
    // A round of answered offers would never end; publishing refuses one.
    if (!step || met.has(step.id)) break;
    met.add(step.id);
    const answer = step.kind === 'offer' ? passed(step) : null;
    if (answer === null) return { at: 'step', step };
    target = leadsTo(path, step.id, answer, facts);
  }
  return { at: 'end' };
}

/**
 * Where payment leads: the first step after the checkout that is not passed.
 * @param at the checkout that was paid at; the path's first where it is not known
 */
export function afterCheckout(path: Path, at: StepId | null, facts: WalkFacts, passed: OfferPassed): Stand {
  const checkout = (at === null ? undefined : stepOf(path, at)) ?? checkoutOf(path);
  return standOf(path, checkout ? leadsTo(path, checkout.id, 'next', facts) : null, facts, passed);
}

/** Where somebody goes on from a step after payment: from an offer by its answer, from a page by going on. */
export function onFrom(path: Path, from: Step, facts: WalkFacts, passed: OfferPassed): Stand {
  const by = from.kind === 'offer' ? (passed(from) ?? 'no') : 'next';
  return standOf(path, leadsTo(path, from.id, by, facts), facts, passed);
}

/**
 * The steps at which whoever has paid may stand now: the first, and whatever pages and the thank-you page lead on to. An
 * offer that is not among them is not theirs to answer: a softer one is for those who declined.
 */
export function standsNow(path: Path, at: StepId | null, facts: WalkFacts, passed: OfferPassed): Step[] {
  const stands = new Map<StepId, Step>();
  const first = afterCheckout(path, at, facts, passed);
  const waiting = first.at === 'step' ? [first.step] : [];
  for (const step of waiting) {
    if (stands.has(step.id)) continue;
    stands.set(step.id, step);
    // An offer keeps whoever stands there until they have answered; a page lets them go on by any way that is theirs.
    if (step.kind === 'offer') continue;
    const buttons = joinsFrom(path, step.id).filter((j) => j.by === 'button' && !j.when);
    for (const to of [leadsTo(path, step.id, 'next', facts), ...buttons.map((j) => j.to)]) {
      const stand = standOf(path, to, facts, passed);
      if (stand.at === 'step') waiting.push(stand.step);
    }
  }
  return [...stands.values()];
}

/**
 * How somebody comes from a checkout to an offer after payment: the answers on the way there, so that a practice buyer can give them.
 * @returns null where nothing leads there
 */
export function answersOnTheWay(path: Path, from: StepId, to: StepId): Map<StepId, 'yes' | 'no'> | null {
  const ways: { at: StepId; answers: [StepId, 'yes' | 'no'][] }[] = [{ at: from, answers: [] }];
  const met = new Set<StepId>();
  for (const { at, answers } of ways) {
    if (at === to) return new Map(answers);
    if (met.has(at)) continue;
    met.add(at);
    for (const join of path.joins) {
      if (join.from !== at || join.to.kind !== 'step') continue;
      const answer: [StepId, 'yes' | 'no'][] = join.by === 'yes' || join.by === 'no' ? [[at, join.by]] : [];
      ways.push({ at: join.to.step, answers: [...answers, ...answer] });
    }
  }
  return null;
}
