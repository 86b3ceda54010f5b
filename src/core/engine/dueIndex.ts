import type { Instant } from '#core/calendar';

/** Kinds of moments that time brings, each with what it carries. Features add theirs, and the compiler knows all of them. */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type -- features add to it
export interface DuesByKind {}
export type DueKind = keyof DuesByKind;
export type DueOf<K extends DueKind> = { [T in K]: { kind: T } & DuesByKind[T] }[K];

export interface DueItem {
  at: Instant;
  what: DueOf<DueKind>;
}

/** Of a kind of due moment what puts it in order. */
export interface DueOrder<K extends DueKind> {
  /** At one instant what has the smaller rank is done first: charges, then closings, then mail. */
  rank: number;
  /** What it is about, as `pairOf(kind of thing, id)`: a thing has one next moment at most. */
  thing: (what: DueOf<K>) => string;
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
  readonly #orders: ReadonlyMap<string, DueOrder<DueKind>>;
  #heap: Entry[] = [];
  #entries = new Map<string, Entry>();
  #inOrder = false;

  /** @param orders how moments of each kind are put in order */
  constructor(orders: ReadonlyMap<string, DueOrder<DueKind>>) {
    this.#orders = orders;
  }

  get size(): number {
    return this.#heap.length;
  }

  /** What comes first stands first; no two moments of one thing are equal. */
  placeOf({ at, what }: DueItem): string {
    return `${at}${this.#orderOf(what).rank}${what.kind}`;
  }

  #orderOf({ kind }: { kind: DueKind }): DueOrder<DueKind> {
    const order = this.#orders.get(kind);
    if (!order) throw new Error(`No feature knows “${kind as string}”`);
    return order;
  }

  peek(): DueItem | undefined {
    this.#order();
    return this.#heap[0]?.item;
  }

  /** From now on this is the next moment of its thing, whatever was before. */
  set(item: DueItem): void {
    const thing = this.#orderOf(item.what).thing(item.what);
    let entry = this.#entries.get(thing);
    if (entry) {
      entry.item = item;
      entry.place = this.placeOf(item);
    } else {
      entry = { item, thing, place: this.placeOf(item), at: this.#heap.length };
      this.#heap.push(entry);
      this.#entries.set(thing, entry);
    }
    if (this.#inOrder) this.#settle(entry);
  }

  /** The thing that such a moment is about has no next one any more, of whatever kind. */
  drop(what: DueItem['what']): void {
    const entry = this.#entries.get(this.#orderOf(what).thing(what));
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
