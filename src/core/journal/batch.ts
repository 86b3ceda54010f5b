import * as z from 'zod';
import { type Instant, isInstant } from '#core/calendar';
import type { ShopEvent } from './events';

/** One append: whole or absent. `prev` is the hash of the line before, over its exact bytes. */
export interface Batch {
  seq: number;
  at: Instant;
  prev: string;
  events: readonly ShopEvent[];
}

/** The envelope alone, which is all that is checked when a journal is read at start. */
export const BatchEnvelope = z.object({
  seq: z.int().min(1),
  at: z.string().refine(isInstant),
  prev: z.string().regex(/^[0-9a-f]{64}$/),
  events: z.array(z.object({ type: z.string(), v: z.int(), data: z.record(z.string(), z.unknown()) })).min(1),
});

/** The line of a batch, without its line feed. Key order is fixed, so that the same batch is the same bytes. */
export const serialiseBatch = (batch: Batch): string =>
  JSON.stringify({ seq: batch.seq, at: batch.at, prev: batch.prev, events: batch.events });

/** Reads one line; null when it is not a whole batch (a torn line, or not one of ours). */
export function parseLine(line: string): Batch | null {
  let value: unknown;
  try {
    value = JSON.parse(line);
  } catch {
    return null;
  }
  const envelope = BatchEnvelope.safeParse(value);
  return envelope.success ? (value as Batch) : null;
}
