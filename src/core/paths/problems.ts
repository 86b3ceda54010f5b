import type { StepId } from '#core/ids';
import { addressProblem, RESERVED_STEP_ADDRESSES } from './address';
import { joinsFrom, reachedFrom, stepOf, stepsAfter, stepsAfterPayment } from './joins';
import { cutOff, leadOn, removeStep, waysOn } from './editing';
import type { Path, Step } from './path';
import { checkoutOf, checkoutsOf, thanksOf } from './steps';

/** What is wrong with how the steps of a path hang together. */
export type PathProblem =
  | { code: 'no-checkout' | 'no-thanks' | 'no-start' }
  | { code: 'unreached' | 'dead-end' | 'offer-early' | 'offer-empty' | 'no-way-on' | 'round-trip'; step: StepId }
  | { code: 'step-address'; step: StepId; why: string }
  | { code: 'same-address'; step: StepId; address: string }
  | { code: 'join-nowhere'; step: StepId };

/** Whether a step's page has something to press that leads on; asked of the pages, which a path does not know. */
export type HasWayOn = (step: Step) => boolean;

/** Whether whoever has paid is led to a page held elsewhere, which thanks them in its own way. */
const thanksElsewhere = (path: Path): boolean => {
  const paid = stepsAfterPayment(path);
  return path.joins.some(
    ({ from, to }) => to.kind === 'elsewhere' && (paid.has(from) || checkoutsOf(path).some(({ id }) => id === from)),
  );
};

/** Whether a step ends the path: a thank-you page, beyond which only offers may follow. */
const isEnd = ({ kind }: Step): boolean => kind === 'thanks';

/** Whether a step is a page that is read and left by its buttons. */
const isPage = ({ kind }: Step): boolean => kind === 'page' || kind === 'turned-back';

/** Everything that is wrong with a path's steps and joins, in the order of its steps. */
export function pathProblems(path: Path, hasWayOn: HasWayOn): PathProblem[] {
  const found: PathProblem[] = [];
  const checkout = checkoutOf(path);
  if (!checkout && !path.front) found.push({ code: 'no-checkout' });
  if (!thanksOf(path) && !path.front && !thanksElsewhere(path)) found.push({ code: 'no-thanks' });
  if (!stepOf(path, path.start)) found.push({ code: 'no-start' });
  const reached = stepOf(path, path.start) ? reachedFrom(path, path.start) : new Set<StepId>();
  const paid = stepsAfterPayment(path);
  const tills = new Set(checkoutsOf(path).map(({ id }) => id));
  const unpaid = path.joins.filter((j) => !tills.has(j.from) || j.by === 'turned-back');
  const early = reachedFrom({ ...path, joins: unpaid }, path.start);
  for (const step of path.steps) {
    const { id, kind } = step;
    if (reached.size > 0 && !reached.has(id)) found.push({ code: 'unreached', step: id });
    if (kind === 'offer' && (early.has(id) || (reached.has(id) && !paid.has(id))))
      found.push({ code: 'offer-early', step: id });
    if (kind === 'offer' && !step.offer) found.push({ code: 'offer-empty', step: id });
    const buttons = joinsFrom(path, id).some((j) => j.by === 'button');
    const ways = waysOn(step).filter((by) => !joinsFrom(path, id).some((j) => j.by === by && !j.when));
    // A front leads out of itself, by what stands on its pages.
    if (ways.length > 0 && !(isPage(step) && (buttons || path.front))) found.push({ code: 'dead-end', step: id });
    if (isPage(step) && !hasWayOn(step)) found.push({ code: 'no-way-on', step: id });
    if (joinsFrom(path, id).some(({ to }) => to.kind === 'step' && !stepOf(path, to.step)))
      found.push({ code: 'join-nowhere', step: id });
    if (paid.has(id) && comesBack(path, id)) found.push({ code: 'round-trip', step: id });
  }
  return [...found, ...addressProblems(path)];
}

/**
 * Whether somebody who has paid could come back to a step they were at, without having been at the thank-you page:
 * what is offered there leads back to it, once. Before payment turning back is no fault.
 */
function comesBack(path: Path, id: StepId): boolean {
  const ends = new Set(path.steps.filter(isEnd).map((s) => s.id));
  const onward = { ...path, joins: path.joins.filter((j) => !ends.has(j.from) && j.by !== 'turned-back') };
  return stepsAfter(onward, id).some((next) => reachedFrom(onward, next).has(id));
}

/** The joins of a step that lead back to it in the end. */
const leadsBack =
  (path: Path, id: StepId) =>
  ({ from, to }: Path['joins'][number]): boolean =>
    from === id && to.kind === 'step' && reachedFrom(path, to.step).has(id);

function addressProblems(path: Path): PathProblem[] {
  const first = new Map<string, StepId>();
  return path.steps.flatMap((step): PathProblem[] => {
    if (step.id === path.start) return [];
    const why = step.address === '' ? 'Its address is empty.' : addressProblem(step.address, RESERVED_STEP_ADDRESSES);
    if (why !== null) return [{ code: 'step-address', step: step.id, why }];
    const taken = first.get(step.address);
    first.set(step.address, taken ?? step.id);
    return taken === undefined ? [] : [{ code: 'same-address', step: step.id, address: step.address }];
  });
}

/** The path with a problem mended, and what the button that does so says; null where only a person can. */
export function mendOf(path: Path, problem: PathProblem): { label: string; path: Path } | null {
  const thanks = thanksOf(path);
  switch (problem.code) {
    case 'no-start': {
      const first = path.steps[0];
      return first ? { label: 'Begin with the first step', path: { ...path, start: first.id } } : null;
    }
    case 'unreached':
    case 'offer-early':
      return { label: 'Take the step out', path: removeStep(path, problem.step) };
    case 'dead-end':
      return thanks && !isEnd(stepOf(path, problem.step) ?? thanks)
        ? { label: 'Lead on to the thank-you page', path: leadOn(path, problem.step, thanks.id) }
        : null;
    case 'round-trip':
      return thanks
        ? {
            label: 'Lead on to the thank-you page instead',
            path: leadOn(
              { ...path, joins: path.joins.filter((j) => !leadsBack(path, problem.step)(j)) },
              problem.step,
              thanks.id,
            ),
          }
        : null;
    case 'join-nowhere':
      return { label: 'Take the way out', path: cutOff(path, problem.step) };
    default:
      return null;
  }
}
