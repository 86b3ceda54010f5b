import type { Batch, EventType } from '#core/journal';

/** One thing a projection keeps, by tables. Each row has the field that names it. */
export type ProjectedTables = Record<string, object>;

/** Rows of a projection, as they are kept. What is read is the reader's own to change. */
export interface ProjectedRows<Tables extends ProjectedTables> {
  /** @returns in the order of the keys; undefined where there is none */
  get<T extends keyof Tables & string>(table: T, keys: readonly string[]): Promise<(Tables[T] | undefined)[]>;
  put<T extends keyof Tables & string>(table: T, rows: readonly Tables[T][]): Promise<unknown>;
  remove(table: keyof Tables & string, keys: readonly string[]): Promise<unknown>;
}

/**
 * Rows worked out from the history for the studio, kept in the seller's browser. Each projection has its own store and
 * its own place in the history, so one that is new or changed is built alone, from the history that is already in the
 * browser, while the others answer.
 */
export interface Projection<Tables extends ProjectedTables = ProjectedTables> {
  /** Names its store: lower-case letters and hyphens. */
  readonly name: string;
  /** Raised whenever its tables or what it makes of facts change: it is then built anew. */
  readonly version: number;
  /** By table: the field that names a row, then the fields that rows are found by, separated by commas. */
  readonly tables: { readonly [T in keyof Tables & string]: string };
  /** The kinds of facts it reads. Batches with none of them are not shown to it. */
  readonly facts: readonly EventType[];
  /**
   * Moves its rows on by some batches. It is called within one transaction together with its place in the history, so
   * that it sees every batch exactly once and in order.
   */
  move(rows: ProjectedRows<Tables>, batches: readonly Batch[]): Promise<void>;
}

/** A projection whose rows' types are forgotten, as lists of them are kept. */
export const projection = <Tables extends ProjectedTables>(of: Projection<Tables>): Projection<Tables> => of;
