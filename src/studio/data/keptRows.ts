import { type Table } from 'dexie';

/**
 * Rows that came many at once, kept as one: a browser's store takes about four times as long for each by itself. A
 * piece is never changed.
 */
export interface Piece<T> {
  /** Counted up by the store as they come. */
  piece?: number;
  ids: string[];
  /** By the name of the mark, what its rows are found by. */
  marks: Record<string, readonly string[]>;
  rows: T[];
}

/**
 * So many rows are a piece. All of a piece is read whenever one of its rows is, and browsers write what is over 64 kB
 * as a file of its own, which takes longer than all that is won.
 */
export const PIECE = 10;

/** So many rows are asked for one by one; for more, as an export wants them, all are read and picked from. */
const ONE_BY_ONE = 2_000;

/**
 * Rows of one kind, by their ids. What came many at once into an empty store stands in pieces, all else by itself; a
 * row of a piece that changes stands by itself from then on, and goes before.
 */
export class KeptRows<T extends { id: string }, Mark extends keyof T & string = never> {
  constructor(
    readonly singles: Table<T, string>,
    readonly pieces: Table<Piece<T>, number>,
    /** What rows are found by beside their ids: indexes of both tables. */
    readonly marks: readonly Mark[] = [],
    /** Whether a row stands by itself always, since an index of `singles` alone finds it. */
    readonly single: (row: T) => boolean = () => false,
  ) {}

  async get(id: string): Promise<T | undefined> {
    return (await this.byIds([id]))[0];
  }

  /** Rows in the order of their ids; undefined where one is not here. */
  byIds(ids: readonly string[], oneByOne = ONE_BY_ONE): Promise<(T | undefined)[]> {
    return this.#atOneMoment(async () => {
      if (ids.length > oneByOne) {
        const found = new Map((await this.#chosen('id', ids)).map((row) => [row.id, row]));
        return ids.map((id) => found.get(id));
      }
      const singles = await this.singles.bulkGet([...ids]);
      const missing = ids.filter((_, i) => singles[i] === undefined);
      if (missing.length === 0) return singles;
      const rows = (await this.#piecesWith('ids', missing)).flatMap((piece) => piece.rows);
      const pieced = new Map(rows.map((row) => [row.id, row]));
      return ids.map((id, i) => singles[i] ?? pieced.get(id));
    });
  }

  /** The rows that have one of some values in what they are marked by, in no order. */
  having(mark: Mark, values: readonly string[], oneByOne = ONE_BY_ONE): Promise<T[]> {
    return this.#atOneMoment(async () => {
      if (values.length > oneByOne) return this.#chosen(mark, values);
      const wanted = new Set<unknown>(values);
      const singles = await this.singles
        .where(mark)
        .anyOf([...values])
        .toArray();
      const pieced = (await this.#piecesWith(`marks.${mark}`, values))
        .flatMap(({ rows }) => rows)
        .filter((row) => wanted.has(row[mark]));
      return [...singles, ...(await this.#unmoved(pieced))];
    });
  }

  /** Every value that some row is marked by. */
  async valuesOf(mark: Mark): Promise<Set<string>> {
    const [singles, pieced] = await Promise.all([
      this.singles.orderBy(mark).uniqueKeys(),
      this.pieces.orderBy(`marks.${mark}`).uniqueKeys(),
    ]);
    return new Set([...singles, ...pieced] as string[]);
  }

  /** Every row, some at a time, in no order. One that moves meanwhile may be visited again, as it is then. */
  async each(visit: (some: readonly T[]) => void, atOnce = 2_000): Promise<void> {
    for (let past = 0; ;) {
      const pieces = await this.pieces
        .where('piece')
        .above(past)
        .limit(Math.ceil(atOnce / PIECE))
        .toArray();
      visit(await this.#unmoved(pieces.flatMap(({ rows }) => rows)));
      const last = pieces.at(-1)?.piece;
      if (last === undefined) break;
      past = last;
    }
    for (let past = ''; ;) {
      const some = await this.singles.where('id').above(past).limit(atOnce).toArray();
      visit(some);
      const last = some.at(-1)?.id;
      if (last === undefined) break;
      past = last;
    }
  }

  all(): Promise<T[]> {
    return this.#atOneMoment(async () => {
      const all: T[] = [];
      await this.each((some) => void all.push(...some));
      return all;
    });
  }

  /**
   * Writes rows. @param held the ids of all that is here where that is known, and rows that are not among them are new;
   * null where it is not known: then each is written by itself
   */
  async put(rows: readonly T[], held: Set<string> | null): Promise<void> {
    const fresh = held ? rows.filter((row) => !held.has(row.id) && !this.single(row)) : [];
    if (fresh.length < PIECE) return void (await this.singles.bulkPut(rows));
    const pieced = new Set(fresh);
    await this.singles.bulkPut(rows.filter((row) => !pieced.has(row)));
    await this.pieces.bulkAdd(this.#inPieces(fresh));
  }

  /** Of rows of pieces, those that have not changed since. */
  async #unmoved(rows: readonly T[]): Promise<T[]> {
    if (rows.length === 0) return [];
    const moved = new Set(
      await this.singles
        .where('id')
        .anyOf(rows.map(({ id }) => id))
        .primaryKeys(),
    );
    return rows.filter(({ id }) => !moved.has(id));
  }

  #inPieces(rows: readonly T[]): Piece<T>[] {
    const pieces = [];
    for (let i = 0; i < rows.length; i += PIECE) {
      const own = rows.slice(i, i + PIECE);
      const marks = this.marks.map((mark) => [mark, [...new Set(own.map((row) => String(row[mark])))]] as const);
      pieces.push({ ids: own.map(({ id }) => id), marks: Object.fromEntries(marks), rows: own });
    }
    return pieces;
  }

  /** Of all rows, those that have one of some values. */
  async #chosen(field: Mark | 'id', values: readonly string[]): Promise<T[]> {
    const wanted = new Set<unknown>(values);
    const found: T[] = [];
    await this.each((some) => void found.push(...some.filter((row) => wanted.has(row[field]))));
    return found;
  }

  /** Which pieces, first, since rows that are asked for together often came together. */
  async #piecesWith(index: string, values: readonly string[]): Promise<Piece<T>[]> {
    const keys = await Promise.all(values.map((value) => this.pieces.where(index).equals(value).primaryKeys()));
    return (await this.pieces.bulkGet([...new Set(keys.flat())])).filter((piece) => piece !== undefined);
  }

  /** In one transaction: what leaves its piece meanwhile is neither missed nor found twice. */
  #atOneMoment<R>(read: () => Promise<R>): Promise<R> {
    return this.singles.db.transaction('r', this.singles, this.pieces, read);
  }
}
