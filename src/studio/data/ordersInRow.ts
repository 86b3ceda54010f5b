import type { StoredOrder } from '#core/mirror';
import { kept } from './kept';
import { PIECE } from './keptRows';

/**
 * Orders in the order of their numbers, which rise with time, and pieces with them.
 * @param visit is given one after the other until it says no
 * @param atOnce so many are read at a time
 */
export async function ordersInRow(
  sort: 'newest' | 'oldest',
  visit: (order: StoredOrder) => boolean,
  atOnce = 5_000,
): Promise<void> {
  const { singles, pieces } = kept.orders;
  const isNewest = sort === 'newest';
  const alone = someAtATime(isNewest, async (past) => {
    const rest = isNewest ? singles.where('number').below(past).reverse() : singles.where('number').above(past);
    const orders = await rest.limit(atOnce).toArray();
    return { orders, past: orders.at(-1)?.number };
  });
  const pieced = someAtATime(isNewest, async (past) => {
    const rest = isNewest ? pieces.where('piece').below(past).reverse() : pieces.where('piece').above(past);
    const some = await rest.limit(Math.ceil(atOnce / PIECE)).toArray();
    const orders = some.flatMap(({ rows }) => (isNewest ? rows.toReversed() : rows));
    return { orders, past: some.at(-1)?.piece };
  });
  for (;;) {
    if (alone.isUsedUp()) await alone.more();
    if (pieced.isUsedUp()) await pieced.more();
    const [one, other] = [alone.first(), pieced.first()];
    const next = one && other ? (isNewest === one.number > other.number ? one : other) : (one ?? other);
    if (!next) return;
    // One that stands by itself goes before what its piece says of it.
    const isMoved = one?.number === other?.number;
    if (next === one || isMoved) alone.take();
    if (next === other || isMoved) pieced.take();
    if (!visit(isMoved && one ? one : next)) return;
  }
}

/** The first so many. */
export async function firstOrders(sort: 'newest' | 'oldest', most: number): Promise<StoredOrder[]> {
  const orders: StoredOrder[] = [];
  if (most > 0) await ordersInRow(sort, (order) => orders.push(order) < most, Math.min(most, 5_000));
  return orders;
}

/** @param read orders past a place, and where they end; undefined where there are none */
function someAtATime(
  isNewest: boolean,
  read: (past: number) => Promise<{ orders: StoredOrder[]; past: number | undefined }>,
) {
  let orders: StoredOrder[] = [];
  let at = 0;
  let past: number | undefined = isNewest ? Infinity : -Infinity;
  return {
    isUsedUp: () => at >= orders.length && past !== undefined,
    more: async (): Promise<void> => {
      ({ orders, past } = await read(past ?? 0));
      at = 0;
    },
    first: (): StoredOrder | undefined => orders[at],
    take: (): void => void (at += 1),
  };
}
