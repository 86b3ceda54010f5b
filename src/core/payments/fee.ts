/** What a payment service keeps of a movement of money, and the payout it will stand in, as it says so itself. */
export interface ServiceFee {
  /** Minor units; below zero where a fee is given back. */
  amount: number;
  currency: string;
  /** The service's own name for the payout; null while it does not know. */
  payout: string | null;
}
