import type { ProductId } from '#core/ids';
import { refuse } from '#core/refusal';
import type { Instant } from '#core/calendar';
import { checkEvent, type ShopEvent, fact, type Batch } from '#core/journal';
import type { Command, DecideContext, Decision, Executed } from './command';
import { historiesFrom, type History } from './history';
import { createOutbox, type Outbox } from './outbox';
import type { PendingEffect } from './pendingEffect';
import { type Ports, StorageFailed } from './ports';
import { type AsideWork, createSetAside } from './setAside';
import type { ShopRules } from './shopRules';
import type { ShopState } from './state';

export interface Runner {
  readonly state: ShopState;
  /** Shop time, never running backwards. */
  now(): Instant;
  /** Reads the journal. Must be awaited before anything else. */
  start(): Promise<void>;
  /**
   * Decides and records. Resolves once the batch is safe, or with a refusal that says what is true.
   * @param by who of the studio does it: it stands in the history
   */
  execute(command: Command, by?: string): Promise<Executed>;
  /** What `execute` would record now, recording nothing. */
  preview(command: Command): Decision;
  /**
   * Resolves when everything decided so far is safe (or was cut): before this nobody may be told of it.
   * @throws StorageFailed while it is not known what was kept
   */
  synced(): Promise<void>;
  /** False after a failed append until the history has been read again: the state may hold what never happened. */
  readonly isSure: boolean;
  /** One round of due work and of what must leave the shop; waits for the answers. */
  turn(): Promise<void>;
  /** Resolves once nothing is on its way to a service. */
  quiet(): Promise<void>;
  /** Turns until nothing more can be done now. */
  settle(): Promise<void>;
  /** While on, nothing that time has made necessary is done: a shop that was away for long waits for its owner. */
  holdDueWork(on: boolean): void;
  /**
   * While on, as while the clock is not believed, nothing at all is written: neither sales nor due work nor answers, which
   * are asked for again.
   */
  standStill(on: boolean): void;
  /** Due work that threw and is tried again later, with what was wrong. Everything else goes on. */
  setAside(): readonly AsideWork[];
  /** Asks again at once about one thing that is unanswered. */
  nudge(key: string): void;
  /** How a product came to be what it is today. */
  history(productId: ProductId): History;
  onBatch(listener: (batch: Pick<Batch, 'seq' | 'at' | 'events'>) => void): () => void;
}

const STORAGE_REFUSAL = refuse('storage');
const STILL_REFUSAL = refuse('stands-still');
/** Of very much due work, so many answers may be outstanding before more is begun: memory stays small. */
const MOST_UNANSWERED = 5_000;
/** How much due work is written down before the disk is waited for. */
const WRITTEN_TOGETHER = 500;

/**
 * Runs a shop: decide, fold, append, then whatever must leave the shop. The counter, a test and a rehearsal use
 * this same function with different ports.
 */
export function runShop(
  { newShopState, evolveBatch, decide, dueWork, paymentCalls, performEffect, laneOf, effectOf }: ShopRules,
  ports: Ports,
): Runner {
  let state = newShopState();
  let lastAppend: Promise<unknown> = Promise.resolve();
  /** After a failed append: no commands until an append succeeds. */
  let stalled = false;
  /** After a failed append the state holds what never happened, until the history has been read again. */
  let unread = false;
  let rebuilding: Promise<boolean> | null = null;
  let resuming: Promise<boolean> | null = null;
  let held = false;
  /** Whether everything that history leaves to be done is in the outbox. */
  let isOutboxFilled = false;
  let still = false;
  const listeners = new Set<(batch: Pick<Batch, 'seq' | 'at' | 'events'>) => void>();
  const notYetSent = new Set<string>();
  /** What must leave the shop by facts that are not on the disk yet: it may still turn out that they never happened. */
  const notYetDurable = new Set<string>();
  const calls = paymentCalls(ports, { state: () => state, isHeld: () => held, notYetSent });
  const perform = performEffect({ ports, calls, execute, state: () => state });
  const outbox = newOutbox();
  const aside = createSetAside(ports.clock);
  const histories = historiesFrom(ports.releases);

  const now = (): Instant => {
    const clock = ports.clock.now();
    return clock > state.at ? clock : state.at;
  };
  const standsStill = (): boolean => still || ports.clock.isBelieved?.() === false;
  const context = (at: Instant): DecideContext => ({
    now: at,
    release: state.release === null ? undefined : ports.releases.get(state.release),
    ids: ports.ids,
    history: (productId) => histories(state, productId),
  });

  async function rebuild(): Promise<void> {
    const fresh = newShopState();
    for await (const batch of ports.journal.read())
      try {
        evolveBatch(fresh, batch);
      } catch (cause) {
        const why = cause instanceof Error ? cause.message : String(cause);
        throw new Error(
          `Line ${batch.seq} of the history cannot be understood (${why}). Nothing was changed. Put back a copy of the file.`,
          { cause },
        );
      }
    state = fresh;
    unread = false;
    isOutboxFilled = false;
  }

  /** Reads the history again after a failed append. @returns whether the state is what was kept */
  function readAgain(): Promise<boolean> {
    // What is still on its way to the disk would be missing in what is read, and be written behind it.
    rebuilding ??= lastAppend
      .then(rebuild)
      .then(
        () => true,
        // The disk may refuse to be read, too: nothing is decided on what never happened, and it is tried again.
        () => false,
      )
      .finally(() => {
        rebuilding = null;
      });
    return rebuilding;
  }

  function newOutbox(): Outbox<PendingEffect> {
    return createOutbox({ clock: ports.clock, laneOf, perform, pending: (key) => state.pending.get(key) });
  }

  /**
   * What an earlier run of the shop left, or what is still to do after history was read again. Nothing is asked for before
   * the first turn: until then it may turn out that the shop was away, and waits for its owner.
   */
  function fillOutbox(): void {
    if (isOutboxFilled) return;
    isOutboxFilled = true;
    for (const effect of state.pending.values()) if (!notYetDurable.has(effect.key)) outbox.add(effect);
  }

  /** Records events that were decided at `at`. Evolves first, so that the next command already sees them. */
  async function record(events: readonly ShopEvent[], at: Instant, by?: string): Promise<boolean> {
    const batch = { seq: state.seq + 1, at, ...(by === undefined ? {} : { by }), events: events.map(checkEvent) };
    try {
      evolveBatch(state, batch);
    } catch (error) {
      // Half of it may have been taken: nothing of it is written, and nothing is decided before history is read again.
      stalled = true;
      unread = true;
      await readAgain();
      throw error;
    }
    const keys = batch.events.flatMap((event) => effectOf(event)?.key ?? []);
    for (const key of keys) notYetDurable.add(key);
    const append = ports.journal.append(batch);
    lastAppend = append.catch(() => undefined);
    try {
      await append;
      for (const key of keys) notYetDurable.delete(key);
    } catch {
      stalled = true;
      unread = true;
      await readAgain();
      for (const key of keys) notYetDurable.delete(key);
      return false;
    }
    for (const listener of listeners) listener(batch);
    return true;
  }

  /** One probe at a time: an event of its own, so that the journal says that it stood still. */
  async function resume(): Promise<boolean> {
    if (rebuilding) await rebuilding;
    if (unread && !(await readAgain())) return false;
    resuming ??= record([fact('journal.resumed', { why: 'an append had failed' })], now())
      .then((safe) => {
        if (safe) stalled = false;
        return safe;
      })
      .finally(() => {
        resuming = null;
      });
    return resuming;
  }

  async function execute(command: Command, by?: string): Promise<Executed> {
    if (standsStill()) return STILL_REFUSAL;
    if (stalled && !(await resume())) return STORAGE_REFUSAL;
    const at = now();
    const decision = decide(state, command, context(at));
    if ('refused' in decision) {
      // A refusal may rest on something that is not yet safe ("already paid"), so it waits for that.
      await lastAppend;
      return decision;
    }
    if (decision.events.length === 0) return { events: [], at };
    const made = decision.events.flatMap((event) => effectOf(event) ?? []);
    const asked = made.filter(({ asksForMoney }) => asksForMoney);
    for (const { key } of asked) notYetSent.add(key);
    if (!(await record(decision.events, at, by))) {
      for (const { key } of asked) notYetSent.delete(key);
      return STORAGE_REFUSAL;
    }
    for (const { key } of made) {
      const effect = state.pending.get(key);
      if (effect) outbox.add(effect);
    }
    return { events: decision.events, at };
  }

  /** What is due, each looked for once what was due before it has been decided; first what was set aside. */
  function* workNow(): Generator<Command, void, undefined> {
    yield* aside.ready();
    for (const command of dueWork(state, now())) if (!aside.has(command)) yield command;
  }

  async function turn(): Promise<void> {
    if (standsStill() || (stalled && !(await resume()))) return;
    // Due work is decided in order; what it writes goes to the disk together.
    let going: Promise<unknown>[] = [];
    for (const command of held ? [] : workNow()) {
      going.push(aside.run(command, () => execute(command)));
      if (going.length < WRITTEN_TOGETHER && !stalled) continue;
      await Promise.all(going);
      going = [];
      if (stalled) return;
      if (outbox.moneyUnderWay() > MOST_UNANSWERED) await outbox.moneyEnded();
    }
    await Promise.all(going);
    fillOutbox();
    outbox.wake();
    // Emails go on by themselves: the next turn does not wait for them.
    await outbox.moneyEnded();
  }

  return {
    get state() {
      return state;
    },
    now,
    start: rebuild,
    execute,
    preview: (command) => (standsStill() ? STILL_REFUSAL : decide(state, command, context(now()))),
    synced: async () => {
      await lastAppend;
      if (rebuilding) await rebuilding;
      if (unread) throw new StorageFailed('The history could not be read again');
    },
    get isSure() {
      return !unread;
    },
    turn,
    quiet: () => outbox.quiet(),
    async settle() {
      for (;;) {
        const before = state.seq;
        await turn();
        await outbox.quiet();
        if (state.seq === before) return;
      }
    },
    holdDueWork(on) {
      held = on;
    },
    standStill(on) {
      still = on;
    },
    setAside: () => aside.all(),
    nudge(key) {
      const effect = state.pending.get(key);
      if (effect && !notYetDurable.has(key)) outbox.retryNow(effect);
    },
    history: (productId) => histories(state, productId),
    onBatch(listener) {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
  };
}
