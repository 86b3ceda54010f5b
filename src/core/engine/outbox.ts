import { type Lane, LANE_NAMES, LANES } from './lanes';

/** Waiting between tries doubles from half a second to one minute, in machine time. */
const FIRST_WAIT_MS = 500;
const LONGEST_WAIT_MS = 60_000;
const SECOND_MS = 1_000;

interface Keyed {
  key: string;
}

/** How far a lane is. */
export interface LaneProgress {
  /** Waiting for a place. */
  queued: number;
  underWay: number;
  /** Failed, and waiting for the next try. */
  failed: number;
  /** Done since the shop started. */
  done: number;
}

export interface Outbox<Effect extends Keyed> {
  /** Takes something in that must leave the shop; once, however often it is added. */
  add(effect: Effect): void;
  /** Lets everything go whose time has come: the next try of what failed, and what a lane's pace held back. */
  wake(): void;
  /** It is tried again at once, however often it failed. */
  retryNow(effect: Effect): void;
  /** How many charges, refunds and the like are under way or waiting for a place. */
  moneyUnderWay(): number;
  /** Resolves once all of those that are there now have ended, well or not. */
  moneyEnded(): Promise<void>;
  /** Resolves once nothing at all is under way or waiting for a place. */
  quiet(): Promise<void>;
  progress(): Record<Lane, LaneProgress>;
}

interface Options<Effect> {
  clock: { machine(): number };
  laneOf: (effect: Effect) => Lane;
  /** @returns whether it is settled for good. Whatever it throws, it is tried again later. */
  perform: (effect: Effect) => Promise<boolean>;
  /** What is pending under a key by now; undefined where it is not pending any more. */
  pending: (key: string) => Effect | undefined;
}

/**
 * Runs what must leave the shop, a lane each, so many at once, with growing waits between tries.
 *
 * Guarantee: what is pending is tried until it is settled, one try at a time. Its key makes it once at the service.
 * Failure: whatever a try throws, only this one waits.
 * Limit: an attempt that never finishes blocks one place in its lane, so `perform` must set a timeout.
 */
export function createOutbox<Effect extends Keyed>({
  clock,
  laneOf,
  perform,
  pending,
}: Options<Effect>): Outbox<Effect> {
  const lanes = Object.fromEntries(LANE_NAMES.map((name) => [name, new LaneQueue()])) as Record<Lane, LaneQueue>;
  const tries = new Map<string, number>();
  const waiting = new Waiting();
  /** Waiting for a place or under way. */
  const known = Object.fromEntries(LANE_NAMES.map((name) => [name, new Set<string>()])) as Record<Lane, Set<string>>;
  const endings = new Map<string, (() => void)[]>();
  let quietWaiters: (() => void)[] = [];

  function pull(name: Lane): void {
    const lane = lanes[name];
    const { atOnce, perSecond } = LANES[name];
    while (lane.underWay < atOnce && lane.mayBegin(clock.machine(), perSecond)) {
      const key = lane.take();
      if (key === undefined) return;
      const effect = pending(key);
      // Settled meanwhile by something else.
      if (!effect) end(key, name);
      else {
        lane.begin(clock.machine());
        void run(effect, name);
      }
    }
  }

  async function run(effect: Effect, name: Lane): Promise<void> {
    const lane = lanes[name];
    const settled = await Promise.resolve()
      .then(() => perform(effect))
      .catch(() => false);
    lane.underWay -= 1;
    const { key } = effect;
    if (settled && !pending(key)) {
      lane.done += 1;
      tries.delete(key);
    } else postpone(key);
    end(key, name);
    pull(name);
  }

  function postpone(key: string): void {
    const count = (tries.get(key) ?? 0) + 1;
    tries.set(key, count);
    waiting.add(key, clock.machine() + Math.min(FIRST_WAIT_MS * 2 ** (count - 1), LONGEST_WAIT_MS));
  }

  function end(key: string, name: Lane): void {
    known[name].delete(key);
    for (const resolve of endings.get(key) ?? []) resolve();
    endings.delete(key);
    if (!isQuiet()) return;
    const waiters = quietWaiters;
    quietWaiters = [];
    for (const resolve of waiters) resolve();
  }

  function add(effect: Effect): void {
    const name = laneOf(effect);
    if (known[name].has(effect.key) || waiting.has(effect.key)) return;
    known[name].add(effect.key);
    lanes[name].queue(effect.key);
    pull(name);
  }

  const isQuiet = (): boolean => LANE_NAMES.every((name) => known[name].size === 0);
  const quiet = (): Promise<void> =>
    isQuiet() ? Promise.resolve() : new Promise((resolve) => quietWaiters.push(resolve));

  return {
    add,
    wake() {
      for (const key of waiting.over(clock.machine())) {
        const effect = pending(key);
        if (effect) add(effect);
        else tries.delete(key);
      }
      for (const name of LANE_NAMES) pull(name);
    },
    retryNow(effect) {
      waiting.drop(effect.key);
      tries.delete(effect.key);
      add(effect);
    },
    moneyUnderWay: () => known.money.size,
    async moneyEnded() {
      await Promise.all(
        [...known.money].map(
          (key) => new Promise<void>((resolve) => endings.set(key, [...(endings.get(key) ?? []), resolve])),
        ),
      );
    },
    quiet,
    progress: () =>
      Object.fromEntries(
        LANE_NAMES.map((name) => [
          name,
          {
            queued: lanes[name].size - lanes[name].underWay,
            underWay: lanes[name].underWay,
            failed: waiting.count((key) => {
              const effect = pending(key);
              return effect !== undefined && laneOf(effect) === name;
            }),
            done: lanes[name].done,
          },
        ]),
      ) as Record<Lane, LaneProgress>,
  };
}

/** Keys in the order in which they came, how many are under way, and how many were begun in this second. */
class LaneQueue {
  underWay = 0;
  done = 0;
  #keys: string[] = [];
  /** Those before it have gone; they are cut off together, for taking one off the front moves all the others. */
  #first = 0;
  #second = 0;
  #begun = 0;

  get size(): number {
    return this.#keys.length - this.#first + this.underWay;
  }

  queue(key: string): void {
    this.#keys.push(key);
  }

  take(): string | undefined {
    const key = this.#keys[this.#first];
    if (key === undefined) return undefined;
    this.#first += 1;
    if (this.#first * 2 > this.#keys.length) {
      this.#keys = this.#keys.slice(this.#first);
      this.#first = 0;
    }
    return key;
  }

  mayBegin(machine: number, perSecond: number | null): boolean {
    return perSecond === null || Math.floor(machine / SECOND_MS) !== this.#second || this.#begun < perSecond;
  }

  begin(machine: number): void {
    const second = Math.floor(machine / SECOND_MS);
    if (second !== this.#second) [this.#second, this.#begun] = [second, 0];
    this.#begun += 1;
    this.underWay += 1;
  }
}

/** Keys by the moment of their next try: a binary heap, so that the next is found without going through all. */
class Waiting {
  #heap: { key: string; at: number }[] = [];
  readonly #at = new Map<string, number>();

  has(key: string): boolean {
    return this.#at.has(key);
  }

  count(which: (key: string) => boolean): number {
    let total = 0;
    for (const key of this.#at.keys()) if (which(key)) total += 1;
    return total;
  }

  add(key: string, at: number): void {
    this.#at.set(key, at);
    this.#heap.push({ key, at });
    let i = this.#heap.length - 1;
    while (i > 0) {
      const up = (i - 1) >> 1;
      if (this.#atPlace(up) <= at) break;
      this.#swap(i, up);
      i = up;
    }
  }

  drop(key: string): void {
    this.#at.delete(key);
  }

  /** Takes out what may be tried by now. */
  over(machine: number): string[] {
    const keys: string[] = [];
    for (let first = this.#heap[0]; first && first.at <= machine; first = this.#heap[0]) {
      this.#removeFirst();
      // Dropped, or waiting anew for a later moment.
      if (this.#at.get(first.key) !== first.at) continue;
      this.#at.delete(first.key);
      keys.push(first.key);
    }
    return keys;
  }

  #atPlace(i: number): number {
    return this.#heap[i]?.at ?? Infinity;
  }

  #swap(a: number, b: number): void {
    const [x, y] = [this.#heap[a], this.#heap[b]];
    if (x && y) [this.#heap[a], this.#heap[b]] = [y, x];
  }

  #removeFirst(): void {
    const last = this.#heap.pop();
    if (!last || this.#heap.length === 0) return;
    this.#heap[0] = last;
    for (let i = 0; ;) {
      const [left, right] = [2 * i + 1, 2 * i + 2];
      const least = this.#atPlace(right) < this.#atPlace(left) ? right : left;
      if (this.#atPlace(least) >= this.#atPlace(i)) return;
      this.#swap(i, least);
      i = least;
    }
  }
}
