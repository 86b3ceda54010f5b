import { gathered } from '../engine/feature';
import type { OwnerRoute } from '../engine/ownerRoute';
import { FEATURES } from './features';

/** What features answer of the studio's interface, by name. @throws Error where two have the same name */
export const OWNER_ROUTES_OF_FEATURES: Readonly<Record<string, OwnerRoute>> = Object.fromEntries(
  gathered<OwnerRoute>(FEATURES, ({ ownerRoutes }) => ownerRoutes),
);
