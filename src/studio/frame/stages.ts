/** The six stages in working order. */
export const STAGES = [
  { to: '/make', name: 'Make' },
  { to: '/price', name: 'Price' },
  { to: '/sell', name: 'Sell' },
  { to: '/deliver', name: 'Deliver' },
  { to: '/follow-up', name: 'Follow up' },
  { to: '/count', name: 'Count' },
] as const;
