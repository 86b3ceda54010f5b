import { FRAME_ROUTES } from './frame';
import { MONEY_ROUTES } from './money';
import { PEOPLE_ROUTES } from './people';
import { PUBLISHING_ROUTES } from './publishing';

/** Where the studio’s own interface stands. */
export const OWNER_API = '/owner/api';

/** What the studio asks of the shop from the start. What its stages ask stands beside, and is fetched with them. */
export const OWNER_ROUTES = { ...FRAME_ROUTES, ...PUBLISHING_ROUTES, ...PEOPLE_ROUTES, ...MONEY_ROUTES };
