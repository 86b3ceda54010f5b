import type { MirrorTables, RowStore } from '#core/mirror';

type Table = keyof MirrorTables | 'people';

/**
 * Which keys a mirror holds that was empty when its copying began. While a long history is copied most of what is asked
 * for is not there yet, and asking the browser's store for each costs more than all that is written.
 */
export class KeysHeld {
  readonly #byTable = new Map<Table, Set<string>>();

  of(table: Table): Set<string> {
    const held = this.#byTable.get(table) ?? new Set();
    this.#byTable.set(table, held);
    return held;
  }
}

const keyOf = (row: { id: string } | { key: string } | { personId: string }): string =>
  'id' in row ? row.id : 'key' in row ? row.key : row.personId;

/** The same rows, read only where they are held. */
export const readingHeld = (rows: RowStore, keys: KeysHeld): RowStore => ({
  async get(table, wanted) {
    const held = keys.of(table);
    const there = wanted.filter((key) => held.has(key));
    const found = new Map((await rows.get(table, there)).map((row, i) => [there[i], row]));
    return wanted.map((key) => found.get(key));
  },
  put(table, all) {
    for (const row of all) keys.of(table).add(keyOf(row));
    return rows.put(table, all);
  },
  remove: (table, gone) => rows.remove(table, gone),
});
