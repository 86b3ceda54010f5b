import type { Agreement, AgreementSeed, KeptCard } from '#core/agreements';
import type { Instant } from '#core/calendar';
import type { AgreementId, ChargeKey, CreditId, LineId, OrderId, PaymentId, PersonId } from '#core/ids';
import type { OwedDue } from '#core/payments';
import type { ShopState } from '../../../engine/state';

/** One try to take an agreement's dues, from the moment it is written down. */
export interface DueCharge {
  key: string;
  agreementId: AgreementId;
  why: 'due' | 'again' | 'asked' | 'rest' | 'switch';
  planned: Instant;
  dues: readonly OwedDue[];
  amount: number;
  tax: number;
  credit: number;
  currency: string;
  card: Pick<KeptCard, 'token' | 'last4' | 'way'>;
  title: string;
  statement: string;
  to?: AgreementSeed | undefined;
  status: 'asked';
}

/** What is kept of it once it is answered: so much that a late answer is known, and can be spoken of. */
export type AnsweredDue = Pick<DueCharge, 'key' | 'agreementId' | 'amount' | 'currency' | 'title'> & {
  /** The way it was asked by; left out for a card. */
  way?: KeptCard['way'];
  status: 'paid' | 'refused';
};

/** Unused days of one agreement that pay for something else. */
export interface Credit {
  id: CreditId;
  orderId: OrderId;
  lineId: LineId;
  agreementId: AgreementId;
  paymentId: PaymentId;
  amount: number;
  tax: number;
  currency: string;
  creditNote: string;
  at: Instant;
}

declare module '../../../engine/state' {
  interface ShopState {
    agreements: Map<AgreementId, Agreement>;
    agreementsOfPerson: Map<PersonId, AgreementId[]>;
    /** Charges of agreements by key: kept, so that a late answer is known. */
    dueCharges: Map<ChargeKey, DueCharge | AnsweredDue>;
    credits: Map<CreditId, Credit>;
    /** Who had a trial or a cheaper beginning of which offer, as `pairOf(personId, offerId)`. */
    begun: Set<string>;
  }
}

/** This part of the shop before anything happened. */
export const fresh = (): Pick<ShopState, 'agreements' | 'agreementsOfPerson' | 'dueCharges' | 'credits' | 'begun'> => ({
  agreements: new Map(),
  agreementsOfPerson: new Map(),
  dueCharges: new Map(),
  credits: new Map(),
  begun: new Set(),
});
