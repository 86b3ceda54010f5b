/** The tables and indexes of each version of the browser's own store that landed: literals, for what landed never changes. */
const ONE = {
  documents: 'key, kind',
  steps: 'key',
  files: 'sha256',
  meta: 'name',
  orders: 'id, at, number, personId, status',
  passes: 'id, personId, productId',
  charges: 'id, at, status',
  refunds: 'id, orderId',
  people: 'id, address',
  lines: 'seq',
};
const TWO = {
  ...ONE,
  orders: 'id, at, number, personId, status, *keys',
  charges: 'id, at, status, [status+at]',
  totals: 'key',
  buyers: 'personId, last',
};
const THREE = {
  ...TWO,
  agreements: 'id, personId, status, sort, waits, agreement.orderId',
  laterPayments: 'id, day, agreementId, [offerId+day], [went+day]',
};

const FIVE = {
  ...THREE,
  orders: 'id, number, personId, *keys',
  charges: 'id, [status+at]',
  people: 'id',
  lines: null,
  history: 'from',
  cursor: '',
  newest: '',
};

// The fourth, and those from the sixth to the eighth, changed what rows hold, and no table.
const NINE = { ...FIVE, small: 'piece' };
// The tenth changed drafts alone.
const ELEVEN = { ...NINE, orders: 'id, number, personId, disputed' };

export const LANDED_STORES = {
  1: ONE,
  2: TWO,
  3: THREE,
  4: THREE,
  5: FIVE,
  6: FIVE,
  7: FIVE,
  8: FIVE,
  9: NINE,
  11: ELEVEN,
} as const;
