import { DELIVER_ROUTES } from './deliver';
import { OWNER_ROUTES } from './owner';

export { DELIVER_ROUTES } from './deliver';
export { OWNER_API, OWNER_ROUTES } from './owner';

/** Everything the studio's own interface answers to, but for uploads, which speak a protocol of their own (tus). */
export const STUDIO_ROUTES = { ...OWNER_ROUTES, ...DELIVER_ROUTES };
