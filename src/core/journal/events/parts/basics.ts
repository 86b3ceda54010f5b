import * as z from 'zod';

// Pieces of events as they landed. Frozen: a piece that has to change becomes another piece.

export const id1 = z.string().regex(/^[A-Za-z0-9_-]{1,64}$/);
/** Whole minor units of some currency. */
export const minor1 = z.int().min(0);
/** An instant in UTC as text. */
export const moment1 = z.string();
export const currency1 = z.string().length(3);
/** What one line has of a sum. */
export const share1 = z.strictObject({ lineId: id1, amount: minor1, tax: minor1 });
