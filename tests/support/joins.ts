import type { Runner, ShopState } from '#core/shop';
import type { seeded } from '../../demo/random';

/** Two people who have bought something are made one, now and then. */
export async function joinSome(runner: Runner, random: Pick<ReturnType<typeof seeded>, 'int'>): Promise<void> {
  const people = [...runner.state.ordersOfPerson.keys()];
  const [personId, intoId] = [people[random.int(people.length || 1)], people[random.int(people.length || 1)]];
  if (personId === undefined || intoId === undefined) return;
  for (const id of [personId, intoId]) await runner.execute({ type: 'change-person', personId: id, rev: 1 });
  const done = await runner.execute({ type: 'join-people', personId, intoId });
  const refused = 'refused' in done ? done.refused : 'none';
  if (refused !== (personId === intoId ? 'same-person' : 'none'))
    throw new Error(`${personId} is not made one with ${intoId}: ${refused}`);
}

/** Whoever was made one with somebody is named nowhere any more: by whole ids, not "u1" in "u12". @throws where they are */
export function nobodyGone(state: ShopState): void {
  const { joined, people: _, ...rest } = state;
  const text = JSON.stringify(rest, (_key, value: unknown) =>
    value instanceof Map || value instanceof Set ? [...(value as Iterable<unknown>)] : value,
  );
  const named = new Set(text.match(/(?<=["/])u\d+(?=["/])/g));
  const left = [...joined.keys()].filter((id) => named.has(id));
  if (left.length > 0) throw new Error(`Still named: ${left.join(', ')}`);
}
