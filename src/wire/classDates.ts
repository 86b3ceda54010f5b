import * as z from 'zod';

const id = z.string().min(1).max(64);

/** A date of a class as the seller meets it among their days. */
export const DateRow = z.strictObject({
  id,
  productId: id,
  title: z.string(),
  from: z.string(),
  until: z.string(),
  zone: z.string(),
  seats: z.int().nullable(),
  taken: z.int(),
  calledOff: z.boolean(),
  join: z.string(),
  /** Of those who had a seat, how many are not marked yet; 0 while it is not over. */
  unmarked: z.int(),
});
export type DateRow = z.infer<typeof DateRow>;

/** Every date of every class. */
export const AllDates = z.strictObject({ now: z.string(), dates: z.array(DateRow) });
export type AllDates = z.infer<typeof AllDates>;

/** A date of a class with everybody who has or had a seat, and whom moving it would tell. */
export const DateStory = z.strictObject({
  date: DateRow,
  now: z.string(),
  people: z.array(
    z.strictObject({
      sessionId: id,
      personId: id,
      name: z.string(),
      address: z.string(),
      seats: z.int(),
      status: z.enum(['booked', 'held', 'missed', 'called-off']),
      by: z.enum(['member', 'seller', 'access']).nullable(),
    }),
  ),
  told: z.strictObject({ people: z.int(), seats: z.int(), money: z.int() }),
});
export type DateStory = z.infer<typeof DateStory>;

const Offers = z.strictObject({ otherDate: z.boolean(), money: z.boolean() });

/** What the seller does with a date. */
export const DateAct = z.discriminatedUnion('act', [
  z.strictObject({ act: z.literal('move'), from: z.iso.datetime().max(30), offers: Offers }),
  z.strictObject({ act: z.literal('call-off'), offers: Offers }),
  /** Everybody was there, but those who are named by their seats. */
  z.strictObject({ act: z.literal('held'), missed: z.array(id).max(10_000) }),
]);
export type DateAct = z.infer<typeof DateAct>;
