import type { MirrorTables } from '#core/mirror';

type KeptTable = keyof MirrorTables | 'people';
type Row = { id: string } | { key: string };

/**
 * Which keys a mirror holds that was empty when its copying began. While a long history is copied most of what is asked
 * for is not there yet, and asking the browser's store for each costs more than all that is written.
 */
export class KeysHeld {
  readonly #byTable = new Map<KeptTable, Set<string>>();

  of(table: KeptTable): Set<string> {
    const held = this.#byTable.get(table) ?? new Set();
    this.#byTable.set(table, held);
    return held;
  }

  add(table: KeptTable, rows: readonly Row[]): void {
    const held = this.of(table);
    for (const row of rows) held.add('id' in row ? row.id : row.key);
  }
}
