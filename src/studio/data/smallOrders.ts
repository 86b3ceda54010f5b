import { dateIn } from '#core/calendar';
import { groupOf, type OrderGroup, papersOf, type StoredOrder } from '#core/mirror';
import { lineBought } from '#core/payments';
import { addressesOf, type PersonRecord } from '#core/people';
import type { OfferId, OrderId, PersonId } from '#core/ids';
import { db } from './db';
import { kept } from './kept';
import { waysOf } from './queries/orderQuery';

/** An order as far as lists ask for it: so small that all of them are held in memory. */
export interface SmallOrder {
  id: OrderId;
  number: number;
  personId: PersonId;
  day: string;
  group: OrderGroup;
  currency: string;
  paid: number;
  back: number;
  /** What was paid and went back for each line, by its offer. */
  lines: { offerId: OfferId; paid: number; back: number }[];
  /** The path, step and entrance it came by, and the steps where more was taken. */
  ways: string[];
  /** What words are looked for in: of the order, and of its buyer. */
  words: string;
  who: string;
}

/** So many order numbers are one piece: read at once, and written anew when one of them changes. */
const PIECE = 250;
export const pieceOf = ({ number }: { number: number }): number => Math.floor(number / PIECE);

/** Where somebody's words are looked for: their own name, those typed at checkouts, the address. */
export const wordsOfPerson = (person: PersonRecord | undefined): string =>
  person === undefined
    ? ''
    : [person.name, ...new Set(Object.values(person.names ?? {})), ...addressesOf(person)].join(' ').toLowerCase();

export function smallOrder(order: StoredOrder, person: PersonRecord | undefined): SmallOrder {
  const { id, number, personId, currency, paid, back } = order;
  return {
    id,
    number,
    personId,
    day: dateIn(order.at, order.zone),
    group: groupOf(order),
    currency,
    paid,
    back,
    lines: order.lines.map(({ offerId, lineId }) => {
      const { amount, givenBack, lost } = lineBought(order, lineId);
      return { offerId, paid: amount, back: givenBack + lost };
    }),
    ways: waysOf(order),
    words: `${number} ${papersOf(order).join(' ')} ${order.title}`.toLowerCase(),
    who: wordsOfPerson(person),
  };
}

/** As it is kept: values in the order of their names, since names would be most of it. */
type Packed = [
  id: string,
  number: number,
  personId: string,
  day: string,
  group: OrderGroup,
  currency: string,
  paid: number,
  back: number,
  lines: [offerId: string, paid: number, back: number][],
  ways: string[],
  words: string,
  who: string,
];

const pack = (o: SmallOrder): Packed => [
  o.id,
  o.number,
  o.personId,
  o.day,
  o.group,
  o.currency,
  o.paid,
  o.back,
  o.lines.map((line): [string, number, number] => [line.offerId, line.paid, line.back]),
  o.ways,
  o.words,
  o.who,
];

function unpack(packed: Packed): SmallOrder {
  const [id, number, personId, day, group, currency, paid, back, lines, ways, words, who] = packed;
  return {
    id,
    number,
    personId,
    day,
    group,
    currency,
    paid,
    back,
    ways,
    words,
    who,
    lines: lines.map(([offerId, linePaid, lineBack]) => ({ offerId, paid: linePaid, back: lineBack })),
  };
}

/** The orders of a piece as it is kept. */
export const readPiece = (text: string): SmallOrder[] => (JSON.parse(text) as Packed[]).map(unpack);

/**
 * Writes orders into their pieces, within the transaction that changed them.
 * @param orders as they are now
 * @param people everybody who is new or has changed
 * @param before of them, who may have bought before
 * @returns the pieces that were written
 */
export async function moveSmall(
  orders: readonly StoredOrder[],
  people: readonly PersonRecord[],
  before: readonly PersonRecord[],
): Promise<number[]> {
  const changed = new Map(orders.map((order) => [order.id, order]));
  // Whoever has another name now is found by it in what they bought before.
  const bought =
    before.length === 0
      ? []
      : await kept.orders.having(
          'personId',
          before.map(({ id }) => id),
        );
  for (const order of bought) if (!changed.has(order.id)) changed.set(order.id, order);
  const byId = new Map(people.map((person) => [person.id, person]));
  const others = [...new Set([...changed.values()].map((o) => o.personId))].filter((id) => !byId.has(id));
  for (const person of await kept.people.byIds(others)) if (person) byId.set(person.id, person);

  const pieces = new Map<number, StoredOrder[]>();
  for (const order of changed.values()) {
    const piece = pieceOf(order);
    pieces.set(piece, [...(pieces.get(piece) ?? []), order]);
  }
  const numbers = [...pieces.keys()];
  const written = await db.small.bulkGet(numbers);
  await db.small.bulkPut(
    numbers.map((piece, i) => {
      const held = new Map(readPiece(written[i]?.orders ?? '[]').map((order) => [order.id, order]));
      for (const order of pieces.get(piece) ?? []) held.set(order.id, smallOrder(order, byId.get(order.personId)));
      return { piece, orders: JSON.stringify([...held.values()].map(pack)) };
    }),
  );
  return numbers;
}
