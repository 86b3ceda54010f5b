import type { Instant } from '#core/calendar';

/** A message about an agreement, with the facts as they were when it fell due. */
export interface AgreementMail {
  /** The kind of letter: see `agreementLetters.ts`. */
  mail: string;
  agreementId: string;
  personId: string;
  /** Minor units, where an amount is named. */
  amount: number | null;
  at: Instant | null;
  receipt: string | null;
  reason: string | null;
}
