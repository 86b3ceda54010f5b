import { createOutbox, type PendingEffect, PendingEffects } from '#core/engine';
import { laneOf } from '#core/shop';

const PENDING = 100_000;
const EMAILS = 5_000;
const EMAIL_MS = 100;
const CHARGES = 50;
const TURNS = 50;

const median = (times: number[]): number => times.sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? 0;
const email = (key: string): PendingEffect => ({
  kind: 'access-mail',
  key,
  personId: 'p',
  productIds: [],
  at: '2026-06-15T08:00:00.000Z',
});
const waited = (ms: number): Promise<true> => new Promise((resolve) => setTimeout(() => resolve(true), ms));

/** What a turn costs with very much pending, and how long a charge takes beside thousands of slow emails. */
export async function outbox(): Promise<void> {
  const turnWith = async (count: number): Promise<number> => {
    const pending = new PendingEffects(laneOf);
    for (let i = 0; i < count; i += 1) pending.set(`e${i}`, email(`e${i}`));
    const box = createOutbox<PendingEffect>({
      clock: { machine: () => performance.now() },
      laneOf,
      pending: (key) => pending.get(key),
      // None is answered: all stay pending.
      perform: () => new Promise(() => undefined),
    });
    for (const effect of pending.values()) box.add(effect);
    await waited(5);
    const times: number[] = [];
    for (let i = 0; i < TURNS; i += 1) {
      const begun = performance.now();
      box.wake();
      await box.moneyEnded();
      times.push(performance.now() - begun);
    }
    return median(times);
  };
  const [few, many] = [await turnWith(10), await turnWith(PENDING)];
  process.stdout.write(
    `A turn with ${PENDING.toLocaleString('en')} pending emails: ${(many * 1_000).toFixed(0)} µs; with 10: ${(few * 1_000).toFixed(0)} µs.\n`,
  );

  const chargesBeside = async (emails: number): Promise<number> => {
    const pending = new PendingEffects(laneOf);
    const box = createOutbox<PendingEffect>({
      clock: { machine: () => performance.now() },
      laneOf,
      pending: (key) => pending.get(key),
      perform: async ({ key, kind }) => {
        await waited(kind === 'charge' ? 10 : EMAIL_MS);
        pending.delete(key);
        return true;
      },
    });
    const add = (effect: PendingEffect): void => {
      pending.set(effect.key, effect);
      box.add(effect);
    };
    for (let i = 0; i < emails; i += 1) add(email(`e${i}`));
    await waited(50);
    const times: number[] = [];
    for (let i = 0; i < CHARGES; i += 1) {
      const begun = performance.now();
      add({ kind: 'charge', key: `c${i}` });
      await box.moneyEnded();
      times.push(performance.now() - begun);
    }
    return median(times);
  };
  const [alone, beside] = [await chargesBeside(0), await chargesBeside(EMAILS)];
  process.stdout.write(
    `A charge of 10 ms beside ${EMAILS.toLocaleString('en')} emails of ${EMAIL_MS} ms: ${beside.toFixed(1)} ms; alone ${alone.toFixed(1)} ms. Ratio ${(beside / alone).toFixed(2)}.\n`,
  );
}
