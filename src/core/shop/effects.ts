import { limitedTo } from './limitedTo';
import type { Ports } from './ports';
import type { Todo } from './todo';

/** Money has a lane of its own: a charge never waits for emails. */
type Lane = 'money' | 'emails';

const EMAILS = new Set<Todo['kind']>(['mail', 'access-mail', 'session-mail', 'task-mail', 'agreement-mail']);
const laneOf = ({ kind }: Pick<Todo, 'kind'>): Lane => (EMAILS.has(kind) ? 'emails' : 'money');

/** How many effects of each lane are under way at once. */
const MOST_AT_ONCE: Record<Lane, number> = { money: 64, emails: 16 };
/** Waiting between tries doubles from half a second to one minute, in machine time. */
const FIRST_WAIT_MS = 500;
const LONGEST_WAIT_MS = 60_000;

export interface Effects {
  /** Does one thing that must leave the shop, once at a time. Whatever goes wrong, it stays to be done and is tried again later. */
  attempt(todo: Todo): Promise<void>;
  /** Whether it is neither under way nor waiting for its next try. */
  isReady(key: string): boolean;
  /** It is tried again at the next chance, however often it failed. */
  forgetWait(key: string): void;
  /** How many charges, refunds and the like are under way or waiting for their place. */
  moneyUnderWay(): number;
  /** Resolves once all of them that are under way now have ended. */
  moneyEnded(): Promise<void>;
  /** Resolves once nothing at all is under way, emails included. */
  quiet(): Promise<void>;
}

/** Runs what must leave the shop: a lane each for money and for emails, so many at once, and growing waits between tries. */
export function createEffects(
  clock: Pick<Ports['clock'], 'machine'>,
  perform: (todo: Todo) => Promise<boolean>,
): Effects {
  const places = { money: limitedTo(MOST_AT_ONCE.money), emails: limitedTo(MOST_AT_ONCE.emails) };
  const active = { money: new Map<string, Promise<void>>(), emails: new Map<string, Promise<void>>() };
  const waits = new Map<string, { tries: number; notBefore: number }>();

  function postpone(key: string): void {
    const tries = (waits.get(key)?.tries ?? 0) + 1;
    waits.set(key, {
      tries,
      notBefore: clock.machine() + Math.min(FIRST_WAIT_MS * 2 ** (tries - 1), LONGEST_WAIT_MS),
    });
  }

  return {
    attempt(todo) {
      const lane = laneOf(todo);
      const running = active[lane].get(todo.key);
      if (running) return running;
      const work = places[lane]
        .take()
        .then(() => perform(todo))
        .then((settled) => {
          if (settled) waits.delete(todo.key);
          else postpone(todo.key);
        })
        .catch(() => postpone(todo.key))
        .finally(() => {
          places[lane].give();
          active[lane].delete(todo.key);
        });
      active[lane].set(todo.key, work);
      return work;
    },
    isReady: (key) =>
      !active.money.has(key) && !active.emails.has(key) && (waits.get(key)?.notBefore ?? 0) <= clock.machine(),
    forgetWait: (key) => void waits.delete(key),
    moneyUnderWay: () => active.money.size,
    moneyEnded: async () => void (await Promise.all(active.money.values())),
    async quiet() {
      while (active.money.size + active.emails.size > 0)
        await Promise.all([...active.money.values(), ...active.emails.values()]);
    },
  };
}
