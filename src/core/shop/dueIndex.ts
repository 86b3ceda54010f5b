import type { Instant } from '#core/calendar';
import type { AgreementId, PassId } from '#core/ids';
import { pairOf } from './ids';

/** What time brings to an agreement. */
export type AgreementMoment = 'due' | 'try' | 'return' | 'grace' | 'end-unpaid' | 'end' | 'notice' | 'amount';

export interface DueItem {
  at: Instant;
  what:
    | { kind: 'charge-not-confirmed'; key: string }
    | { kind: 'pass-expires'; passId: PassId }
    | { kind: AgreementMoment; agreementId: AgreementId };
}

/** At one instant: charges, then closings, then mail. */
const RANK: Record<DueItem['what']['kind'], number> = {
  return: 0,
  due: 1,
  try: 1,
  'charge-not-confirmed': 2,
  grace: 3,
  'end-unpaid': 3,
  end: 3,
  'pass-expires': 3,
  notice: 4,
  amount: 4,
};

/** What comes first stands first; no two moments of one thing are equal. */
export const placeOf = ({ at, what: { kind } }: DueItem): string => `${at}${RANK[kind]}${kind}`;

/** The charge, pass or agreement that a moment belongs to. */
function thingOf({ what }: DueItem): string {
  if ('agreementId' in what) return pairOf('agreement', what.agreementId);
  return 'passId' in what ? pairOf('pass', what.passId) : pairOf('charge', what.key);
}

interface Entry {
  item: DueItem;
  thing: string;
  place: string;
}

/**
 * The next moment of each thing that time does something to, the earliest first: one entry a thing, so that its size is
 * that of the shop and not of its history. A binary heap that knows where each thing stands; each act costs O(log n).
 */
export class DueIndex {
  #heap: Entry[] = [];
  #where = new Map<string, number>();

  get size(): number {
    return this.#heap.length;
  }

  peek(): DueItem | undefined {
    return this.#heap[0]?.item;
  }

  /** From now on this is the next moment of its thing, whatever was before. */
  set(item: DueItem): void {
    const entry = { item, thing: thingOf(item), place: placeOf(item) };
    const at = this.#where.get(entry.thing) ?? this.#heap.length;
    this.#put(entry, at);
    this.#settle(at);
  }

  /** The thing has no next moment any more. */
  drop(agreementId: AgreementId): void {
    const at = this.#where.get(pairOf('agreement', agreementId));
    if (at !== undefined) this.#take(at);
  }

  pop(): DueItem | undefined {
    return this.#heap.length === 0 ? undefined : this.#take(0);
  }

  #take(at: number): DueItem {
    const taken = this.#heap[at]!;
    const last = this.#heap.pop()!;
    this.#where.delete(taken.thing);
    if (last !== taken) {
      this.#put(last, at);
      this.#settle(at);
    }
    return taken.item;
  }

  #put(entry: Entry, at: number): void {
    this.#heap[at] = entry;
    this.#where.set(entry.thing, at);
  }

  /** Moves what stands at a place up or down until it stands rightly. */
  #settle(from: number): void {
    let at = from;
    for (let parent = (at - 1) >> 1; at > 0 && this.#before(at, parent); parent = (at - 1) >> 1) {
      this.#swap(at, parent);
      at = parent;
    }
    for (;;) {
      const left = 2 * at + 1;
      const first = this.#before(left + 1, left) ? left + 1 : left;
      if (!this.#before(first, at)) return;
      this.#swap(at, first);
      at = first;
    }
  }

  #before(a: number, b: number): boolean {
    const [x, y] = [this.#heap[a], this.#heap[b]];
    if (!x || !y) return false;
    return x.place === y.place ? x.thing < y.thing : x.place < y.place;
  }

  #swap(a: number, b: number): void {
    const [x, y] = [this.#heap[a]!, this.#heap[b]!];
    this.#put(x, b);
    this.#put(y, a);
  }
}
