import * as z from 'zod';
import { addMs, HOUR, type Instant, momentOfWall } from '#core/calendar';
import { Id, idFor, type PriceId, type StepId } from '#core/ids';
import { Target } from './target';

/** A wall clock's minute: "2026-06-30T20:00". */
const Wall = z.iso.datetime({ local: true, precision: -1 }).length(16);

/** Time that runs out for a visitor, and what happens then. The counter decides by its own clock. */
export const Countdown = z.object({
  id: Id,
  until: z.discriminatedUnion('to', [
    /** The same moment for everybody, in the shop's zone. */
    z.object({ to: z.literal('moment'), at: Wall }),
    /** So long from when a visitor first came to the path. */
    z.object({ to: z.literal('hours'), hours: z.int().min(1).max(2_160) }),
  ]),
  then: z.discriminatedUnion('does', [
    z.object({
      does: z.literal('prices'),
      /** They are had until then, and no longer. */
      go: z.array(idFor<PriceId>()).max(50),
      /** They are had from then on. */
      come: z.array(idFor<PriceId>()).max(50),
    }),
    /** Whoever comes is led elsewhere. */
    z.object({ does: z.literal('closes'), to: Target }),
    z.object({ does: z.literal('leaves-out'), step: idFor<StepId>() }),
  ]),
});
export type Countdown = z.infer<typeof Countdown>;

/** When a countdown is over for somebody. @param first when they first came to the path */
export function countdownEnds({ until }: Pick<Countdown, 'until'>, first: Instant, zone: string): Instant {
  return until.to === 'moment' ? momentOfWall(until.at, zone) : addMs(first, until.hours * HOUR);
}

/** Whether nothing happens when it is over. */
export const bitesNothing = ({ then }: Pick<Countdown, 'then'>): boolean =>
  then.does === 'prices' && then.go.length === 0 && then.come.length === 0;
