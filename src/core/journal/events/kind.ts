import type * as z from 'zod';

/** A change from the data of one version to that of the next: it only renames and fills in, and knows nothing else. */
export type Upcast<From = never, To = unknown> = (data: From) => To;

/** One kind of fact: its latest version, and how what was written under earlier ones is read. */
export interface EventKind<S extends z.ZodType = z.ZodType> {
  readonly v: number;
  readonly schema: S;
  /** From version 1 to 2, from 2 to 3, … */
  readonly upcasts: readonly Upcast[];
  /** A new shape is a new version; the one before stays as it is for good. */
  next<N extends z.ZodType>(schema: N, upcast: Upcast<z.infer<S>, z.infer<N>>): EventKind<N>;
}

/** The first version of a kind of fact. Its schema is a literal of its own, so that nothing edited elsewhere changes it. */
export const event = <S extends z.ZodType>(schema: S): EventKind<S> => version(1, schema, []);

function version<S extends z.ZodType>(v: number, schema: S, upcasts: readonly Upcast[]): EventKind<S> {
  return {
    v,
    schema,
    upcasts,
    next: (later, upcast) => version(v + 1, later, [...upcasts, upcast]),
  };
}
