const DAY = 86_400_000;

/** What this service keeps: of a payment a share and a fixed part, of a dispute a fixed sum that a won one gives back. */
export interface Tariff {
  /** Hundredths of a percent. */
  share: number;
  /** Minor units, of whatever currency. */
  fixed: number;
  dispute: number;
}
/** 24.00 costs 0.61. */
export const USUAL_TARIFF: Tariff = { share: 150, fixed: 25, dispute: 1_500 };

/** Money is held for so long before it is paid out. */
const HELD_MS = 2 * DAY;

export interface Fee {
  amount: number;
  currency: string;
  payout: string | null;
}

/** What a payment costs; nothing where no money moved. */
export function feeOfCharge(
  { amount, currency }: { amount: number; currency: string },
  tariff: Tariff,
  at: number,
): Fee {
  const fee = amount === 0 ? 0 : Math.min(amount, Math.round((amount * tariff.share) / 10_000) + tariff.fixed);
  return { amount: fee, currency, payout: amount === 0 ? null : payoutAfter(at) };
}

/** What was kept of a payment stays kept when it goes back; the sum leaves the payout of that day. */
export const feeOfRefund = (currency: string, at: number): Fee => ({ amount: 0, currency, payout: payoutAfter(at) });

export const feeOfDispute = (currency: string, amount: number, at: number): Fee => ({
  amount,
  currency,
  payout: payoutAfter(at),
});

/** Money is paid out on Mondays, UTC: what moved at a moment stands in the first payout after it was held. */
export function payoutAfter(at: number): string {
  const day = new Date(at + HELD_MS);
  const toMonday = (8 - day.getUTCDay()) % 7;
  const monday = new Date(Date.UTC(day.getUTCFullYear(), day.getUTCMonth(), day.getUTCDate() + toMonday));
  return `payout-${monday.toISOString().slice(0, 10)}`;
}
