import type * as z from 'zod';
import { type cameFrom2, NOWHERE } from './events/parts/cameFrom';

/** Where a charge came from: the path, its step, the visit, the entrance, the email, the partner, and which of two designs was seen. */
export type CameFrom = z.infer<typeof cameFrom2>;
export { NOWHERE };
