import * as z from 'zod';
import { saleState, type SaleState } from '#core/catalogue';
import type { Instant } from '#core/calendar';
import { type EntranceId, idFor, type PriceId } from '#core/ids';

const day = z.iso.date().nullable();

/** The same path for some people: under a link of their own, at prices of their own, for a time of its own. */
export const Entrance = z.object({
  id: idFor<EntranceId>(),
  /** The last part of its address: "evening-talk" in /spring/in/evening-talk. */
  word: z.string().max(80),
  formerWords: z.array(z.string().max(80)).max(50),
  /** Another address of it, to say aloud and to print: "k7Qm". It holds a capital letter, which no path's address does. */
  short: z.string().regex(/^(?=.*[A-Z])[A-Za-z0-9]{4,10}$/),
  /** For the seller alone. */
  note: z.string().max(200),
  /** Whole days in the shop's zone: from the first one's 00:00 to the last one's end. */
  from: day,
  until: day,
  /** What is shown through it, in place of what everybody is shown; null is the same. */
  prices: z.array(idFor<PriceId>()).max(50).nullable(),
  /** A coupon that is filled in and shown; empty is none. */
  coupon: z.string().max(60),
  /** What whoever buys through it is called in lists; empty is nothing. */
  label: z.string().max(80),
});
export type Entrance = z.infer<typeof Entrance>;

/** An entrance that brings nothing of its own yet: what everybody sees, without an end. */
export const newEntrance = (
  named: Pick<Entrance, 'id' | 'word' | 'short'>,
  more: Partial<Omit<Entrance, 'id' | 'word' | 'short'>> = {},
): Entrance => ({
  formerWords: [],
  note: '',
  from: null,
  until: null,
  prices: null,
  coupon: '',
  label: '',
  ...named,
  ...more,
});

/** Whether an entrance lets people in at a moment: its days are read as those of a price. */
export const entranceState = ({ from, until }: Entrance, at: Instant, zone: string): SaleState =>
  saleState({ sale: { from, until } }, at, zone);

/** Whatever has entrances: a path. */
type Entered = { entrances?: readonly Entrance[] | undefined };

export const entrancesOf = ({ entrances }: Entered): readonly Entrance[] => entrances ?? [];

/** The entrance of a path that a word names, or named once. */
export const entranceByWord = (path: Entered, word: string): Entrance | undefined =>
  entrancesOf(path).find((e) => e.word === word) ?? entrancesOf(path).find((e) => e.formerWords.includes(word));

/** Its web address under the shop's. */
export const hrefOfEntrance = ({ address }: { address: string }, { word }: Pick<Entrance, 'word'>): string =>
  `/${address}/in/${word}`;

/** Letters and digits that are told apart when they are read aloud or copied from paper. */
const SHORT_LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789';
const SHORT_CAPITALS = 'ABCDEFGHJKLMNPQRSTUVWXYZ';

/**
 * A short address that nobody has: four signs of which the third is a capital.
 * @param random a whole number from 0 up to, and without, what it is given
 */
export function freeShort(taken: ReadonlySet<string>, random: (below: number) => number): string {
  for (;;) {
    const sign = (of: string): string => of.charAt(random(of.length));
    const short = sign(SHORT_LETTERS) + sign(SHORT_LETTERS) + sign(SHORT_CAPITALS) + sign(SHORT_LETTERS);
    if (!taken.has(short)) return short;
  }
}
