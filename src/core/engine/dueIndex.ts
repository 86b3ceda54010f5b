import type { Instant } from '#core/calendar';
import type { AgreementId, PassId, SessionId } from '#core/ids';
import { pairOf } from './ids';

/** What time brings to an agreement. */
export type AgreementMoment =
  'due' | 'try' | 'return' | 'grace' | 'end-unpaid' | 'end' | 'leaving' | 'notice' | 'amount';

export interface DueItem {
  at: Instant;
  what:
    | { kind: 'charge-not-confirmed'; key: string }
    | { kind: 'pass-expires'; passId: PassId }
    | { kind: 'session-near'; sessionId: SessionId }
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
  leaving: 4,
  notice: 4,
  amount: 4,
  'session-near': 4,
};

/** What comes first stands first; no two moments of one thing are equal. */
export const placeOf = ({ at, what: { kind } }: DueItem): string => `${at}${RANK[kind]}${kind}`;

/** The charge, pass, session or agreement that a moment belongs to. */
function thingOf({ what }: DueItem): string {
  if ('agreementId' in what) return pairOf('agreement', what.agreementId);
  if ('sessionId' in what) return pairOf('session', what.sessionId);
  return 'passId' in what ? pairOf('pass', what.passId) : pairOf('charge', what.key);
}

interface Entry {
  item: DueItem;
  thing: string;
  place: string;
  /** Where it stands in the heap. */
  at: number;
}

/**
 * The next moment of each thing that time does something to, the earliest first: one entry a thing, so that its size is
 * that of the shop and not of its history. A binary heap whose entries know where they stand; each act costs O(log n).
 * Until somebody first asks what is next nothing is put in order: a history that is read sets each thing very often.
 */
export class DueIndex {
  #heap: Entry[] = [];
  #entries = new Map<string, Entry>();
  #inOrder = false;

  get size(): number {
    return this.#heap.length;
  }

  peek(): DueItem | undefined {
    this.#order();
    return this.#heap[0]?.item;
  }

  /** From now on this is the next moment of its thing, whatever was before. */
  set(item: DueItem): void {
    const thing = thingOf(item);
    let entry = this.#entries.get(thing);
    if (entry) {
      entry.item = item;
      entry.place = placeOf(item);
    } else {
      entry = { item, thing, place: placeOf(item), at: this.#heap.length };
      this.#heap.push(entry);
      this.#entries.set(thing, entry);
    }
    if (this.#inOrder) this.#settle(entry);
  }

  /** The thing has no next moment any more. */
  drop(of: { agreementId: AgreementId } | { sessionId: SessionId }): void {
    const thing = 'agreementId' in of ? pairOf('agreement', of.agreementId) : pairOf('session', of.sessionId);
    const entry = this.#entries.get(thing);
    if (entry) this.#take(entry);
  }

  pop(): DueItem | undefined {
    this.#order();
    const [first] = this.#heap;
    return first && this.#take(first);
  }

  #order(): void {
    if (this.#inOrder) return;
    this.#inOrder = true;
    // From the last that has anything under it back to the first (R. W. Floyd, 1964).
    for (let at = (this.#heap.length >> 1) - 1; at >= 0; at -= 1) this.#sink(this.#heap[at]!);
  }

  #take(taken: Entry): DueItem {
    const last = this.#heap.pop()!;
    this.#entries.delete(taken.thing);
    if (last !== taken) {
      this.#put(last, taken.at);
      if (this.#inOrder) this.#settle(last);
    }
    return taken.item;
  }

  #put(entry: Entry, at: number): void {
    this.#heap[at] = entry;
    entry.at = at;
  }

  /** Moves an entry up or down until it stands rightly. */
  #settle(entry: Entry): void {
    while (entry.at > 0) {
      const parent = this.#heap[(entry.at - 1) >> 1]!;
      if (!isBefore(entry, parent)) break;
      this.#swap(entry, parent);
    }
    this.#sink(entry);
  }

  #sink(entry: Entry): void {
    for (;;) {
      const left = this.#heap[2 * entry.at + 1];
      const right = this.#heap[2 * entry.at + 2];
      const first = left && right && isBefore(right, left) ? right : left;
      if (!first || !isBefore(first, entry)) return;
      this.#swap(first, entry);
    }
  }

  #swap(one: Entry, other: Entry): void {
    const { at } = one;
    this.#put(one, other.at);
    this.#put(other, at);
  }
}

const isBefore = (x: Entry, y: Entry): boolean => (x.place === y.place ? x.thing < y.thing : x.place < y.place);
