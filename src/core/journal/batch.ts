import { type Instant, isInstant } from '#core/calendar';
import { readEvent, type ShopEvent, type WrittenEvent } from './events/index';

/** One append: whole or absent. `prev` is the hash of the line before, over its exact bytes. */
export interface Batch {
  seq: number;
  at: Instant;
  prev: string;
  /** Who of the studio did it: the owner or a helper; absent where a buyer, a service or time did. */
  by?: string | undefined;
  events: readonly ShopEvent[];
}

/** A line as it stands on the disk, its events in whatever version they were written. */
export type Envelope = Omit<Batch, 'events'> & { events: WrittenEvent[] };

/** The line of a batch, without its line feed. Key order is fixed, so that the same batch is the same bytes. */
export const serialiseBatch = (batch: Batch): string =>
  JSON.stringify({
    seq: batch.seq,
    at: batch.at,
    prev: batch.prev,
    ...(batch.by === undefined ? {} : { by: batch.by }),
    events: batch.events,
  });

const HASH = /^[0-9a-f]{64}$/;
const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Looks at the envelope alone, by hand, because every line of a history passes here at each start; null when it is none of ours. */
export function readEnvelope(value: unknown): Envelope | null {
  if (!isRecord(value)) return null;
  const { seq, at, prev, events } = value;
  if (!Number.isSafeInteger(seq) || (seq as number) < 1) return null;
  if (typeof at !== 'string' || !isInstant(at) || typeof prev !== 'string' || !HASH.test(prev)) return null;
  if (value['by'] !== undefined && typeof value['by'] !== 'string') return null;
  if (!Array.isArray(events) || events.length === 0) return null;
  for (const event of events as unknown[])
    if (
      !isRecord(event) ||
      typeof event['type'] !== 'string' ||
      !Number.isInteger(event['v']) ||
      !isRecord(event['data'])
    )
      return null;
  return value as unknown as Envelope;
}

/**
 * Reads one line; null when it is not a whole batch (a torn line, or not one of ours). Facts of earlier versions come
 * out as the latest.
 * @throws NewerHistory where the line is whole but from a version of the program that came after this one
 */
export function parseLine(line: string): Batch | null {
  let value: unknown;
  try {
    value = JSON.parse(line);
  } catch {
    return null;
  }
  const envelope = readEnvelope(value);
  return envelope && { ...envelope, events: envelope.events.map(readEvent) };
}
