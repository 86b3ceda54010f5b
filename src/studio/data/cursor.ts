import { FIRST_PREV } from '#core/journal';
import { type Cursor, db } from './db';

/** The last line that the mirror holds; undefined while it holds none. */
export const readCursor = (): Promise<Cursor | undefined> => db.cursor.get('here');
export const writeCursor = (cursor: Cursor): Promise<unknown> => db.cursor.put(cursor, 'here');

/** Where a mirror stands that holds nothing. */
export const NO_LINE: Cursor = { seq: 0, hash: FIRST_PREV };
