import type { Stage } from '#core/documents';

/** The six stages in working order: where each is, and its name. What draws it stands in `places.ts`. */
export const STAGES: readonly { to: string; name: Stage }[] = [
  { to: '/make', name: 'Make' },
  { to: '/price', name: 'Price' },
  { to: '/sell', name: 'Sell' },
  { to: '/deliver', name: 'Deliver' },
  { to: '/follow-up', name: 'Follow up' },
  { to: '/count', name: 'Count' },
];
