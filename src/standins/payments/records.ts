import type { CardDoes } from './cards';
import type { Fee } from './fees';

export interface Card {
  token: string;
  number: string;
  expiry: string;
  expires?: string;
  country?: string;
  last4: string;
  does: CardDoes;
  /** Of a wallet or an account: what its owner approved at first. */
  approved?: { amount: number; currency: string };
  /** Can be charged once, and not again. */
  once?: boolean;
}
/** What an owner of a wallet is asked to approve, and where they go afterwards. */
export interface Approval {
  token: string;
  amount: number;
  currency: string;
  description: string;
  statement: string;
  paidAddress: string;
  turnedBackAddress: string;
  status: 'asked' | 'approved' | 'turned-back';
}
export interface Charge {
  id: string;
  key: string;
  body: string;
  amount: number;
  currency: string;
  token: string;
  description: string;
  statement: string;
  at: number;
  status: 'paid' | 'refused' | 'confirm' | 'pending' | 'voided';
  reason: string | null;
  refunded: number;
  /** What it cost, once it is paid; not in files from before fees were taken. */
  fee?: Fee;
}
export interface Dispute {
  id: string;
  chargeId: string;
  amount: number;
  at: number;
  answerBy: number;
  status: 'open' | 'won' | 'lost';
  fee?: Fee;
}
export interface Notice {
  id: string;
  kind: 'charge' | 'dispute-opened' | 'dispute-closed';
  key: string;
  data: Record<string, unknown>;
}

/** What its file holds, a line each. */
export type Line =
  | { t: 'card'; card: Card }
  | { t: 'approval'; approval: Approval }
  | { t: 'charge'; charge: Charge }
  | { t: 'dispute'; dispute: Dispute }
  | {
      t: 'refund';
      key: string;
      body: string;
      chargeId: string;
      amount: number;
      answer: RefundAnswer;
      refunded?: number;
    }
  | { t: 'notice'; notice: Notice }
  | { t: 'told'; id: string };
export type RefundAnswer = { status: 'paid'; id: string; fee?: Fee } | { status: 'refused'; reason: string };
