import { sum } from '#core/money';
import type { CreditId, LineId, OrderId, PaymentId } from '#core/ids';

/**
 * Unused days of an agreement that was switched from, and the payment their money came from: they pay before the card
 * does, and what is left when all ends goes back to that payment, under the credit note that was given for them.
 */
export interface CreditPart {
  /** Null in histories from before it was noted. */
  creditId: CreditId | null;
  orderId: OrderId;
  lineId: LineId;
  paymentId: PaymentId;
  amount: number;
}

export const creditOf = (parts: readonly CreditPart[]): number => sum(parts.map((part) => part.amount));

/** Takes an amount, the oldest part first. @returns what was taken of which part, and what each has left, spent ones with 0 */
export function takeCredit(parts: readonly CreditPart[], amount: number): { used: CreditPart[]; left: CreditPart[] } {
  let rest = amount;
  const used: CreditPart[] = [];
  const left = parts.map((part) => {
    const taken = Math.min(rest, part.amount);
    rest -= taken;
    if (taken > 0) used.push({ ...part, amount: taken });
    return { ...part, amount: part.amount - taken };
  });
  return { used, left };
}
