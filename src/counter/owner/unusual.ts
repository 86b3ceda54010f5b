import { dateIn } from '#core/calendar';
import type { PersonId } from '#core/ids';
import { isGone, calledBySeller } from '#core/people';
import { muchFetched, type MuchFetched } from '#core/shop';
import { type CounterContext, liveRelease, shopOf } from '../context';

interface Unusual {
  personId: PersonId;
  sentence: string;
}

/** What is asked often is worked out again only after so long. */
const FRESH_MS = 5 * 60_000;
const known = new WeakMap<object, { at: number; found: MuchFetched[] }>();

/** Whose access is used as one person's seldom is: from many networks today, or far more often than by others. */
export function unusualUse(context: CounterContext): Unusual[] {
  const { runner, networks } = context;
  const day = dateIn(runner.now(), shopOf(context).zone);
  const name = (personId: PersonId): string => {
    const person = context.people.get(personId);
    return calledBySeller(person) || (person?.address ?? 'Somebody');
  };
  const titleOf = (id: string): string =>
    liveRelease(context)?.content.products.find((p) => p.id === id)?.title ?? 'something archived';
  return [
    ...networks.unusual(day).map(({ personId, networks: many }) => ({
      personId,
      sentence: `${name(personId)} downloaded from ${many} networks today.`,
    })),
    ...fetchedMuch(context).flatMap(({ personId, productId, fetched, usual }) =>
      answeredFor(context, personId) >= fetched
        ? []
        : [
            {
              personId,
              sentence: `${name(personId)} downloaded files of ${titleOf(productId)} ${fetched} times; ${usual} is usual.`,
            },
          ],
    ),
  ].filter(({ personId }) => !isGone(context.people.get(personId)));
}

function fetchedMuch({ runner }: CounterContext): MuchFetched[] {
  const before = known.get(runner);
  if (before && performance.now() - before.at < FRESH_MS) return before.found;
  const found = muchFetched(runner.state);
  known.set(runner, { at: performance.now(), found });
  return found;
}

/** How much somebody had fetched when the seller answered last. */
const answeredFor = ({ learners }: CounterContext, personId: PersonId): number =>
  learners.get(personId).answeredFor ?? 0;

/**
 * Ends every session of somebody, every mailed link, and what windows hold that paid for them, and gives their feeds other addresses: whoever else used them is out, and they come in
 * again by a fresh link. What they have stays theirs.
 */
export async function endAllWays(context: CounterContext, personId: PersonId): Promise<void> {
  await context.doors.endAllOf(personId, context.runner.now());
  await context.learners.change(personId, (record) => ({ ...record, feed: (record.feed ?? 0) + 1 }));
  await noteAnswered(context, personId);
}

/** The seller has answered: it is said again only of what comes after. */
export async function noteAnswered(context: CounterContext, personId: PersonId): Promise<void> {
  context.networks.forget(personId);
  const fetched = Math.max(0, ...fetchedMuch(context).flatMap((m) => (m.personId === personId ? m.fetched : [])));
  await context.learners.change(personId, (record) => ({ ...record, answeredFor: fetched }));
}
