import type { Agreement } from '#core/agreements';
import type { Instant } from '#core/calendar';
import type { AgreementPast } from '#core/drawing';
import type { AgreementId, DisputeId, OfferId, PersonId } from '#core/ids';

/** One payment plan or subscription as the studio lists it: the agreement itself, folded by the shop's own code, and what became of it. */
export interface AgreementRow {
  id: string;
  agreement: Agreement;
  past: AgreementPast;
  /** Amounts of tries under way, by key. */
  asked: Record<string, { amount: number; again: boolean }>;
  /** What was paid and given back on the day of buying; nothing for one that came of a switch. */
  first: { at: Instant; paid: number; back: number };
  /** What was paid so far, given back taken off, in minor units: on the day of buying and later. */
  paid: number;
  /** What is still to pay of a plan; null where it goes on. */
  left: number | null;
  personId: PersonId;
  status: Agreement['status'];
  /** By status and next moment: the order in which lists show them. */
  sort: string;
  /** Open disputes of later payments; that of the first one stands with its order. */
  disputes: readonly { disputeId: DisputeId; amount: number; answerBy: Instant }[];
  /** 1 while something of it needs a person, so that an index finds it. */
  waits: 0 | 1;
}

/** A payment after the day of buying. */
export interface LaterPaymentRow {
  /** The payment's own id. */
  id: string;
  at: Instant;
  day: string;
  agreementId: AgreementId;
  offerId: OfferId;
  personId: PersonId;
  title: string;
  amount: number;
  /** Given back or lost of it. */
  back: number;
  /** 1 where something went back, so that an index finds these. */
  went: 0 | 1;
  currency: string;
  receipt: string | null;
}
