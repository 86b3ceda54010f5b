import type { Part } from './plan';

/**
 * Whether a plan that takes another's place opens everything that one did, no later and for everybody: nothing was taken
 * out, and what was there has its plan and its turn. Then nobody needs the one before.
 */
export function keepsAllOf(next: Part, before: Part): boolean {
  if (next.id !== before.id || !same(next.plan, before.plan) || (next.since ?? '') > (before.since ?? '')) return false;
  const turns = before.plan?.opens === 'every' || before.plan?.opens === 'in-order' || before.plan === null;
  const at = new Map(next.parts.map((part, i) => [part.id, i]));
  return before.parts.every((part, i) => {
    const now = at.get(part.id);
    const kept = now === undefined ? undefined : next.parts[now];
    if (kept === undefined || !keepsAllOf(kept, part)) return false;
    // Whatever has no plan of its own opens by its place among the others.
    return part.plan !== null || !turns || (now === i && next.parts[i - 1]?.id === before.parts[i - 1]?.id);
  });
}

const same = (a: Part['plan'], b: Part['plan']): boolean => JSON.stringify(a) === JSON.stringify(b);
