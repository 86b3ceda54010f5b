import { db } from './db';
import { KeptRows } from './keptRows';

/** The rows of which there is one for each order and each buyer, and which come many at once when a shop is copied. */
export const kept = {
  orders: new KeptRows(db.orders, db.orderPieces, ['personId'], (order) => order.disputed !== undefined),
  passes: new KeptRows(db.passes, db.passPieces, ['personId', 'productId']),
  people: new KeptRows(db.people, db.personPieces),
};

export const isKept = (table: string): table is 'orders' | 'passes' => table === 'orders' || table === 'passes';
