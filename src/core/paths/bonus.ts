import * as z from 'zod';
import { addDays, type Instant, startOfDate } from '#core/calendar';
import { type EntranceId, Id, idFor, type ProductId } from '#core/ids';

/** A product that is given along with what is bought on a path. It opens and closes with the order. */
export const Bonus = z.object({
  id: Id,
  productId: idFor<ProductId>(),
  /** Only to whoever came through this entrance; null is to everybody. */
  entranceId: idFor<EntranceId>().nullable(),
  /** Until the end of this day in the shop's zone; null is without an end. */
  until: z.iso.date().nullable(),
  /** Said at the checkout; else a surprise on the thank-you page. */
  said: z.boolean(),
});
export type Bonus = z.infer<typeof Bonus>;

/** The moment from which a bonus is not given any more; null for one without an end. */
export const bonusEnds = ({ until }: Pick<Bonus, 'until'>, zone: string): Instant | null =>
  until === null ? null : startOfDate(addDays(until, 1), zone);

/** The bonuses that somebody gets who came through an entrance, or none, at a moment. */
export const bonusesFor = (
  bonuses: readonly Bonus[] | undefined,
  entrance: EntranceId | null,
  at: Instant,
  zone: string,
): Bonus[] =>
  (bonuses ?? []).filter((bonus) => {
    const ends = bonusEnds(bonus, zone);
    return (bonus.entranceId === null || bonus.entranceId === entrance) && (ends === null || at < ends);
  });
