import type { BlockId, EntranceId, OfferId, PriceId, ProductId, StepId } from '#core/ids';
import type { Condition, Join, Path, Step, Target } from './path';
import { offerAt } from './steps';

type Joined = Pick<Path, 'steps' | 'joins'>;

/** What is known of whoever goes on: what conditions of joins are judged by. */
export interface WalkFacts {
  priceId: PriceId | null;
  /** Extras taken, by their ids. */
  extras: ReadonlySet<string>;
  owns: (productId: ProductId) => boolean;
  /** The entrance they came through. */
  entrance: EntranceId | null;
}

/** Nothing is known of them yet. */
export const NOTHING_KNOWN: WalkFacts = { priceId: null, extras: new Set(), owns: () => false, entrance: null };

function holds(when: Condition, { priceId, extras, owns, entrance }: WalkFacts): boolean {
  switch (when.about) {
    case 'price':
      return priceId === when.priceId;
    case 'extra':
      return extras.has(when.extraId) === when.taken;
    case 'owns':
      return owns(when.productId);
    case 'entrance':
      return entrance === when.entranceId;
  }
}

export const stepOf = ({ steps }: Pick<Path, 'steps'>, id: StepId): Step | undefined => steps.find((s) => s.id === id);

/** The joins out of a step, in their order. */
export const joinsFrom = ({ joins }: Pick<Path, 'joins'>, from: StepId): Join[] => joins.filter((j) => j.from === from);

/**
 * Where a step leads by one way: of several joins the first whose condition holds, else the one without.
 * @returns null where nothing leads on by it
 */
export function leadsTo(path: Joined, from: StepId, by: Join['by'], facts = NOTHING_KNOWN): Target | null {
  const ways = joinsFrom(path, from).filter((j) => j.by === by);
  const taken = ways.find((j) => j.when && holds(j.when, facts)) ?? ways.find((j) => !j.when);
  return taken?.to ?? null;
}

/** A block with a button, which may name the step it leads to. */
type Pointing = { id: BlockId; step?: StepId | undefined };

/** Where a button of a step's page leads: its own way, the step its block names, or on. */
export function buttonLeadsTo(path: Joined, from: StepId, block: Pointing): Target | null {
  const own = joinsFrom(path, from).find((j) => j.by === 'button' && j.block === block.id);
  if (own) return own.to;
  // A page that stands in several paths may name a step of another one.
  if (block.step !== undefined && stepOf(path, block.step)) return { kind: 'step', step: block.step };
  return leadsTo(path, from, 'next');
}

/** What is offered where a button stands: what the checkout sells that it leads to, else its path's own offer. */
export function offerBehind(path: Pick<Path, 'steps' | 'joins' | 'offerId'>, from: StepId, block: Pointing): OfferId {
  const to = buttonLeadsTo(path, from, block);
  const step = to?.kind === 'step' ? stepOf(path, to.step) : undefined;
  return step?.kind === 'checkout' ? offerAt(path, step) : path.offerId;
}

/** The steps of this path that joins of a step lead to, each once, in the order of the joins. */
export const stepsAfter = (path: Joined, from: StepId): StepId[] => [
  ...new Set(joinsFrom(path, from).flatMap(({ to }) => (to.kind === 'step' ? [to.step] : []))),
];

/** Every step that joins lead to from one, itself included. */
export function reachedFrom(path: Joined, from: StepId): Set<StepId> {
  const reached = new Set<StepId>([from]);
  // A set grows while it is gone through, and what is added is gone through too.
  for (const id of reached) for (const next of stepsAfter(path, id)) reached.add(next);
  return reached;
}

/** Whether an offer can come after paying at a checkout. */
export function offersFollow(path: Joined, checkout: StepId): boolean {
  const paid = { ...path, joins: path.joins.filter((j) => j.from !== checkout || j.by === 'next') };
  return [...reachedFrom(paid, checkout)].some((id) => stepOf(path, id)?.kind === 'offer');
}

/**
 * The steps that only payment leads to: whatever a checkout leads on to. Turning back is no payment.
 */
export function stepsAfterPayment(path: Joined): Set<StepId> {
  const onward = { ...path, joins: path.joins.filter((j) => j.by !== 'turned-back') };
  const checkouts = path.steps.filter((s) => s.kind === 'checkout');
  return new Set(
    checkouts.flatMap(({ id }) => stepsAfter(onward, id).flatMap((next) => [...reachedFrom(onward, next)])),
  );
}

/**
 * The steps as they are best told of: along the stream first (next, yes), what leaves it by no or by a button after the
 * step it leaves, whatever nothing leads to last.
 */
export function stepsInOrder(path: Path): Step[] {
  const told = new Set<StepId>();
  const tell = (id: StepId): void => {
    if (told.has(id) || !stepOf(path, id)) return;
    told.add(id);
    const [onward, aside] = [joinsFrom(path, id), [] as StepId[]];
    for (const { by, to } of onward) if (to.kind === 'step' && by !== 'next' && by !== 'yes') aside.push(to.step);
    // Where both ways meet again is told after both.
    const along = onward.flatMap(({ by, to }) =>
      to.kind === 'step' && (by === 'next' || by === 'yes') ? [to.step] : [],
    );
    const meet = new Set(along.flatMap((next) => [...reachedFrom(path, next)]));
    for (const next of aside) if (!meet.has(next)) tell(next);
    for (const next of along) tell(next);
    for (const next of aside) tell(next);
  };
  tell(path.start);
  for (const { id } of path.steps) tell(id);
  return [...told].flatMap((id) => stepOf(path, id) ?? []);
}
