import type { Runner } from '#core/shop';

/** How long a person waits for the bank before they read that it is being asked. */
const WAIT_MS = 8_000;

export type DueAnswer = 'paid' | 'refused' | 'asked' | 'nothing-asked';

/** What became of a charge that somebody asked for. */
export const SAID: Record<DueAnswer, string> = {
  paid: 'Paid. Thank you.',
  refused: 'The card was refused. Nothing was taken. Try another card.',
  asked: 'We are asking your bank. This page says so when it has answered.',
  'nothing-asked': 'Done.',
};

/** Resolves when an agreement's charge is answered, or after a while. */
export function dueAnswered(runner: Pick<Runner, 'state' | 'onBatch'>, key: string): Promise<DueAnswer> {
  return new Promise((resolve) => {
    const status = (): DueAnswer => runner.state.dueCharges.get(key)?.status ?? 'asked';
    if (status() !== 'asked') return resolve(status());
    const finish = (): void => {
      clearTimeout(timer);
      stop();
      resolve(status());
    };
    const timer = setTimeout(finish, WAIT_MS);
    const stop = runner.onBatch(() => {
      if (status() !== 'asked') finish();
    });
  });
}
