import type { Runner } from '#core/shop';
import type { ShopEvent } from '#core/journal';
import { wordsFor } from '#core/words';
import { waitFor } from './waitFor';

/** How long a person waits for the bank before they read that it is being asked. */
const WAIT_MS = 8_000;

export type DueAnswer = 'paid' | 'refused' | 'asked' | 'nothing-asked';

/** What became of the charge that an act asked for, if it asked for one; said once it is known, or after a while. */
export async function dueAnswered(
  runner: Pick<Runner, 'state' | 'onBatch'>,
  events: readonly ShopEvent[],
): Promise<DueAnswer> {
  const asked = events.find((e) => e.type === 'due.requested');
  if (asked?.type !== 'due.requested') return 'nothing-asked';
  const { key } = asked.data;
  const status = (): 'paid' | 'refused' | null => {
    const now = runner.state.dueCharges.get(key)?.status ?? 'asked';
    return now === 'asked' ? null : now;
  };
  return (await waitFor(runner, status, WAIT_MS)) ?? 'asked';
}

export const dueInWords = (answer: DueAnswer, locale: string): string => wordsFor(locale).agreements.said[answer];
