export { type Lane, LANE_NAMES, LANES } from './lanes';
export { createOutbox, type LaneProgress, type Outbox } from './outbox';
export type { PendingEffect } from './pendingEffect';
export { PendingEffects } from './pendingEffects';
