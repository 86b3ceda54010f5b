import type { PersonId } from '#core/ids';
import type { PersonRecord } from '#core/people';
import type { Executed } from './command';
import { type EffectTools, type Feature, gathered, type PerformEffect } from './feature';
import type { EffectKind, PendingEffect } from './pendingEffect';

/**
 * Does one thing that must leave the shop: asks a service and writes its answer down, or hands an email over.
 * @returns whether it is settled for good
 */
export function performWith(
  features: readonly Feature[],
): (tools: EffectTools) => (effect: PendingEffect) => Promise<boolean> {
  const all = gathered<PerformEffect<EffectKind>>(features, ({ effects }) => effects);
  return (tools) => (effect) => {
    const perform = all.get(effect.kind);
    if (!perform) throw new Error(`No feature performs “${effect.kind as string}”`);
    return perform(effect, tools);
  };
}

/** Who an email goes to; whoever was erased has no address any more, so nothing is sent. */
export function reached({ ports }: Pick<EffectTools, 'ports'>, personId: PersonId): PersonRecord | undefined {
  const person = ports.people.get(personId);
  return person?.erased ? undefined : person;
}

/** Recorded, or refused because it no longer matters; only a failed disk, or a shop that stands still, leaves it open. */
export const isRecorded = (executed: Executed): boolean =>
  !('refused' in executed) || (executed.refused !== 'storage' && executed.refused !== 'stands-still');

/** An email was handed over: it is done. */
export const markDone = async ({ execute }: Pick<EffectTools, 'execute'>, key: string): Promise<boolean> =>
  isRecorded(await execute({ type: 'mark-done', key }));
