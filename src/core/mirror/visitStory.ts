import { type Instant, msOf } from '#core/calendar';
import { lineName } from '#core/checkout';
import type { ProductId, StepId } from '#core/ids';
import type { OrderRow } from './rows';

/** One thing that a visit did: bought at its checkout, took or declined an offer after payment. */
export interface VisitMoment {
  what: 'bought' | 'took' | 'declined';
  /** The step it did it at; null where that is not known. */
  step: StepId | null;
  at: Instant;
  /** Seconds after it had bought; null for the buying itself. */
  after: number | null;
  /** What was bought or taken, by name; none of what was declined. */
  titles: string[];
  /** What was paid then, in minor units. */
  paid: number;
  /** What that opened. */
  opened: ProductId[];
}

/** What an order's visit did, in its order. What was declined before declining was dated stands nowhere. */
export function visitStory({ at, came, lines, payments, offers }: OrderRow): VisitMoment[] {
  const added = new Set(Object.values(offers).flatMap((met) => met.lineIds));
  const paidAt = (step: StepId | null): number =>
    payments
      .filter((p) => p.step === step && (p.kind === 'checkout' || p.kind === 'offer'))
      .flatMap((p) => p.lines)
      .reduce((sum, line) => sum + line.amount, 0);
  const of = (own: OrderRow['lines']): Pick<VisitMoment, 'titles' | 'opened'> => ({
    titles: own.map(lineName),
    opened: [...new Set(own.flatMap((line) => line.productIds))],
  });
  const first: VisitMoment = {
    what: 'bought',
    step: came.step,
    at,
    after: null,
    paid: paidAt(null),
    ...of(lines.filter(({ lineId }) => !added.has(lineId))),
  };
  const answers = Object.entries(offers).flatMap(([step, met]): VisitMoment[] => {
    const when = met.at ?? payments.find((p) => p.step === step)?.at;
    if (met.answer === null || when === undefined) return [];
    return [
      {
        what: met.answer === 'yes' ? 'took' : 'declined',
        step,
        at: when,
        after: Math.max(0, Math.round((msOf(when) - msOf(at)) / 1_000)),
        paid: met.answer === 'yes' ? paidAt(step) : 0,
        ...of(met.answer === 'yes' ? lines.filter(({ lineId }) => met.lineIds.includes(lineId)) : []),
      },
    ];
  });
  return [first, ...answers.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0))];
}
