/** A binary heap: the smallest key first, equal keys in the order they came. Push and pop cost O(log n). */
export class Heap<T> {
  #items: { key: string; order: number; item: T }[] = [];
  #count = 0;
  readonly #keyOf: (item: T) => string;

  constructor(keyOf: (item: T) => string) {
    this.#keyOf = keyOf;
  }

  get size(): number {
    return this.#items.length;
  }

  peek(): T | undefined {
    return this.#items[0]?.item;
  }

  push(item: T): void {
    this.#items.push({ key: this.#keyOf(item), order: this.#count++, item });
    let i = this.#items.length - 1;
    while (i > 0) {
      const parent = (i - 1) >> 1;
      if (this.#before(parent, i)) break;
      this.#swap(i, parent);
      i = parent;
    }
  }

  pop(): T | undefined {
    const top = this.#items[0];
    const last = this.#items.pop();
    if (!top || !last || this.#items.length === 0) return top?.item;
    this.#items[0] = last;
    let i = 0;
    for (;;) {
      const left = 2 * i + 1;
      if (left >= this.#items.length) break;
      const smaller = left + 1 < this.#items.length && this.#before(left + 1, left) ? left + 1 : left;
      if (this.#before(i, smaller)) break;
      this.#swap(i, smaller);
      i = smaller;
    }
    return top.item;
  }

  #before(a: number, b: number): boolean {
    const x = this.#items[a];
    const y = this.#items[b];
    if (!x || !y) return false;
    return x.key < y.key || (x.key === y.key && x.order < y.order);
  }

  #swap(a: number, b: number): void {
    const x = this.#items[a];
    const y = this.#items[b];
    if (x && y) {
      this.#items[a] = y;
      this.#items[b] = x;
    }
  }
}
