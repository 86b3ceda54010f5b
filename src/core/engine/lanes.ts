/** Effects in different lanes never wait for each other. */
export type Lane = 'money' | 'service-email' | 'bulk' | 'notices';

interface LaneLimits {
  /** How many are under way at once. */
  atOnce: number;
  /** How many are begun in one second of machine time at most; null where there is no such limit. */
  perSecond: number | null;
}

/**
 * - money: charges, refunds and voids. A buyer may be waiting for the answer.
 * - service-email: receipts, refunds, reminders and every other email about one customer's own orders.
 * - bulk: one email to many people. It is paced, so that a mail service that counts does not turn the shop away.
 * - notices: what other systems are told. A slow one of them keeps nobody else waiting.
 */
export const LANES: Record<Lane, LaneLimits> = {
  money: { atOnce: 64, perSecond: null },
  'service-email': { atOnce: 16, perSecond: null },
  bulk: { atOnce: 8, perSecond: 50 },
  notices: { atOnce: 8, perSecond: null },
};
export const LANE_NAMES = Object.keys(LANES) as Lane[];
