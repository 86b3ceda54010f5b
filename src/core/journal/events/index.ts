import type * as z from 'zod';
import { agreementEvents } from './agreements';
import { chargeEvents } from './charges';
import { classEvents } from './classes';
import type { EventKind } from './kind';
import { learningEvents } from './learning';
import { moneyBackEvents } from './moneyBack';
import { orderEvents } from './orders';
import { outgoingEvents } from './outgoing';
import { passEvents } from './passes';
import { sessionEvents } from './sessions';
import { shopEvents } from './shop';
import { taskEvents } from './tasks';

/**
 * Every kind of fact the journal holds, by type and by family. Names are in the past tense; data carries results, never
 * instructions to compute them again.
 */
export const eventKinds = {
  ...shopEvents,
  ...chargeEvents,
  ...orderEvents,
  ...passEvents,
  ...outgoingEvents,
  ...moneyBackEvents,
  ...agreementEvents,
  ...learningEvents,
  ...sessionEvents,
  ...classEvents,
  ...taskEvents,
};

export type EventType = keyof typeof eventKinds;
/** A fact in its latest version; nothing outside this folder knows another. */
export type EventOf<T extends EventType> = { type: T; v: number; data: z.infer<(typeof eventKinds)[T]['schema']> };
export type ShopEvent = { [T in EventType]: EventOf<T> }[EventType];

/** A fact of a kind, in its latest version. */
export const fact = <T extends EventType>(type: T, data: EventOf<T>['data']): EventOf<T> => ({
  type,
  v: eventKinds[type].v,
  data,
});

/** A fact as some version of the program wrote it down. */
export interface WrittenEvent {
  type: string;
  v: number;
  data: unknown;
}

/** A history that holds what this version of the program does not know. */
export class NewerHistory extends Error {
  override name = 'NewerHistory';
}

const kinds: Readonly<Record<string, EventKind>> = eventKinds;

/**
 * Reads a fact whatever version wrote it.
 * @throws NewerHistory where its kind or version is not known here
 */
export function readEvent(written: WrittenEvent): ShopEvent {
  const kind = Object.hasOwn(kinds, written.type) ? kinds[written.type] : undefined;
  if (!kind || written.v < 1 || written.v > kind.v)
    throw new NewerHistory(
      `The history holds “${written.type}” in version ${written.v}, which this version of the program does not know. Nothing was changed. Start the newer version again.`,
    );
  if (written.v === kind.v) return written as ShopEvent;
  let { data } = written;
  for (const upcast of kind.upcasts.slice(written.v - 1)) data = (upcast as (data: unknown) => unknown)(data);
  return { type: written.type, v: kind.v, data } as ShopEvent;
}

/** Checks a fact's shape before it is written, and when a history comes from outside. @throws ZodError, NewerHistory */
export function checkEvent(event: WrittenEvent): ShopEvent {
  const read = readEvent(event);
  return { ...read, data: kinds[read.type]?.schema.parse(read.data) } as ShopEvent;
}
