import type { BlockId, PageId, StepId } from '#core/ids';
import { freeWord } from './address';
import { leadsTo, stepOf } from './joins';
import type { Condition, Join, Path, Step, Target } from './path';
import { checkoutOf } from './steps';

type Way = Exclude<Join['by'], 'button'>;

/** The ways that lead on from a step of a kind. */
export const waysOn = ({ kind }: Pick<Step, 'kind'>): readonly Way[] =>
  kind === 'offer' ? ['yes', 'no'] : kind === 'thanks' ? [] : ['next'];

/** An address that no step of a path has: the word, or the word with a number. */
export const freeAddress = ({ steps }: Pick<Path, 'steps'>, word: string): string =>
  freeWord(word, new Set(steps.flatMap((s) => [s.address, ...s.formerAddresses])));

/** The path with one of a step's ways leading somewhere; a way with a condition of its own stays. */
export function pointed(path: Path, from: StepId, by: Way, to: Target): Path {
  const others = path.joins.filter((j) => j.from !== from || j.by !== by || j.when);
  return { ...path, joins: [...others, { from, by, to }] };
}

/** The path with every way of a step that leads nowhere yet leading on to another. */
export function leadOn(path: Path, from: StepId, to: StepId): Path {
  const step = stepOf(path, from);
  const open = step ? waysOn(step).filter((by) => leadsTo(path, from, by) === null) : [];
  return open.reduce((led, by) => pointed(led, from, by, { kind: 'step', step: to }), path);
}

/** The path without those ways of a step that lead to a step which is gone. */
export const cutOff = (path: Path, from: StepId): Path => ({
  ...path,
  joins: path.joins.filter((j) => j.from !== from || j.to.kind !== 'step' || stepOf(path, j.to.step) !== undefined),
});

/** Where a step goes in: into one way of the step before it, which it then leads on. */
export interface Place {
  after: StepId;
  by: Way;
}

/** What a step is by itself, before it stands in a path. */
export interface NewStep {
  id: StepId;
  kind: Step['kind'];
  pageId: PageId;
  offer?: Step['offer'];
  offerId?: Step['offerId'];
  lower?: Step['lower'];
}

/**
 * The path with a step put into one way of another: it leads on to where that way led. A softer offer goes into *no* of
 * the one before it, and the stream goes by.
 */
export function addStep(path: Path, step: NewStep, { after, by }: Place): Path {
  const led = leadsTo(path, after, by);
  const made: Step = { ...step, address: freeAddress(path, step.kind), formerAddresses: [], note: '' };
  const at = path.steps.findIndex((s) => s.id === after) + 1;
  const steps = [...path.steps.slice(0, at), made, ...path.steps.slice(at)];
  const inside = pointed({ ...path, steps }, after, by, { kind: 'step', step: made.id });
  return led ? waysOn(made).reduce((p, way) => pointed(p, made.id, way, led), inside) : inside;
}

/** The path with a page in front of where it begins. */
export function addFirst(path: Path, step: NewStep): Path {
  const made: Step = { ...step, address: '', formerAddresses: [], note: '' };
  const before = stepOf(path, path.start);
  const steps = path.steps.map((s) =>
    s.id === path.start && s.address === '' ? { ...s, address: freeAddress(path, s.kind) } : s,
  );
  const begun = { ...path, steps: [made, ...steps], start: made.id };
  return before ? pointed(begun, made.id, 'next', { kind: 'step', step: before.id }) : begun;
}

/**
 * The path with one more checkout beside its first, for another offer: a button of the page it begins with leads there,
 * and payment leads on to where it leads from the first.
 */
export function addBeside(path: Path, step: NewStep, block: BlockId): Path {
  const first = checkoutOf(path);
  const address = freeAddress(path, 'checkout');
  const made: Step = { ...step, address, formerAddresses: [], note: '' };
  const at = path.steps.findIndex((s) => s.id === first?.id) + 1;
  const steps = [...path.steps.slice(0, at), made, ...path.steps.slice(at)];
  const onward = first && leadsTo(path, first.id, 'next');
  const led = buttonPointed({ ...path, steps }, path.start, block, { kind: 'step', step: made.id });
  return onward ? pointed(led, made.id, 'next', onward) : led;
}

/** The path with a page for whoever turns back at a checkout; it leads back there. */
export function addTurnedBack(path: Path, step: NewStep, checkout: StepId): Path {
  const made: Step = { ...step, address: freeAddress(path, 'before-you-go'), formerAddresses: [], note: '' };
  const at = path.steps.findIndex((s) => s.id === checkout) + 1;
  const steps = [...path.steps.slice(0, at), made, ...path.steps.slice(at)];
  const led = pointed({ ...path, steps }, checkout, 'turned-back', { kind: 'step', step: made.id });
  return pointed(led, made.id, 'next', { kind: 'step', step: checkout });
}

/** Where what led to a step leads without it: to where it led on by itself. */
function insteadOf(path: Path, { id, kind }: Step): Target | null {
  // Nobody is led past a checkout: another one takes its place.
  const other = kind === 'checkout' ? path.steps.find((s) => s.kind === kind && s.id !== id) : undefined;
  if (other) return { kind: 'step', step: other.id };
  return leadsTo(path, id, kind === 'offer' ? 'no' : 'next') ?? leadsTo(path, id, 'yes');
}

/** The path without a step: what led to it leads to where it led on by itself. */
export function removeStep(path: Path, id: StepId): Path {
  const step = stepOf(path, id);
  if (!step || path.steps.length === 1) return path;
  const onward = insteadOf(path, step);
  const joins = path.joins
    // Nobody turns back to a page that is gone; its link goes with it.
    .filter((j) => j.from !== id && !(j.by === 'turned-back' && j.to.kind === 'step' && j.to.step === id))
    .flatMap((j) => (j.to.kind === 'step' && j.to.step === id ? (onward ? [{ ...j, to: onward }] : []) : [j]))
    .filter((j) => j.to.kind !== 'step' || j.to.step !== j.from);
  const start =
    path.start !== id
      ? path.start
      : onward?.kind === 'step'
        ? onward.step
        : (path.steps.find((s) => s.id !== id)?.id ?? '');
  // What was compared there is over.
  const comparisons = path.comparisons?.filter((c) => c.step !== id);
  const steps = path.steps.filter((s) => s.id !== id);
  return { ...path, steps, joins, start, ...(comparisons ? { comparisons } : {}) };
}

/** Where a new step of a kind sells best: an offer after all there are, a softer one into *no* of the last one. */
export function bestPlaceFor(path: Path, kind: 'page' | 'offer' | 'softer'): Place | null {
  const checkout = checkoutOf(path);
  if (!checkout) return null;
  if (kind === 'page') return { after: checkout.id, by: 'next' };
  // Along the stream: from the checkout on, by yes where somebody is asked.
  let last: Place = { after: checkout.id, by: 'next' };
  const met = new Set<StepId>();
  for (let to = leadsTo(path, last.after, last.by); to?.kind === 'step' && !met.has(to.step);) {
    met.add(to.step);
    const step = stepOf(path, to.step);
    if (step?.kind !== 'offer') break;
    last = { after: step.id, by: kind === 'softer' ? 'no' : 'yes' };
    to = leadsTo(path, step.id, kind === 'softer' ? 'no' : 'yes');
  }
  return kind === 'softer' && last.by === 'next' ? null : last;
}

/** Whether a path cannot do without a step: its only checkout, its thank-you page where no page elsewhere thanks. */
export const isNeeded = ({ steps, joins }: Pick<Path, 'steps' | 'joins'>, { kind }: Pick<Step, 'kind'>): boolean =>
  (kind === 'thanks' && !joins.some(({ to }) => to.kind === 'elsewhere')) ||
  (kind === 'checkout' && steps.filter((s) => s.kind === kind).length === 1);

/** What leads to a step. */
export const joinsTo = (path: Pick<Path, 'joins'>, to: StepId): Join[] =>
  path.joins.filter((j) => j.to.kind === 'step' && j.to.step === to);

/** Names every way out of a step once, with where it leads. */
export const waysOut = (path: Path, step: Step): { by: Way; to: Target | null }[] =>
  waysOn(step).map((by) => ({ by, to: leadsTo(path, step.id, by) }));

/** The path with one button of a step's page leading somewhere of its own; null where it leads on like the page. */
export function buttonPointed(path: Path, from: StepId, block: BlockId, to: Target | null): Path {
  const others = path.joins.filter((j) => j.from !== from || j.by !== 'button' || j.block !== block);
  return { ...path, joins: to ? [...others, { from, by: 'button', block, to }] : others };
}

/** The path with one more way out of a step, for those of whom something is so; whoever it is not so of goes as before. */
export const withCondition = (path: Path, from: StepId, by: Way, when: Condition, to: Target): Path => ({
  ...path,
  joins: [...path.joins, { from, by, when, to }],
});

/** The path with one join changed, or taken out. @param at its place among all joins */
export const withJoin = (path: Path, at: number, part: Partial<Pick<Join, 'when' | 'to'>> | null): Path => ({
  ...path,
  joins: path.joins.flatMap((join, i) => (i !== at ? [join] : part === null ? [] : [{ ...join, ...part }])),
});
