import type { Instant } from '#core/calendar';
import type { AgreementId, PersonId } from '#core/ids';

/** A message about an agreement, with the facts as they were when it fell due. */
export interface AgreementMail {
  /** The kind of letter: see `agreementLetters.ts`. */
  mail: string;
  agreementId: AgreementId;
  personId: PersonId;
  /** Minor units, where an amount is named. */
  amount: number | null;
  at: Instant | null;
  receipt: string | null;
  reason: string | null;
}
