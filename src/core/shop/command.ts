import type { KeptCard } from '#core/agreements';
import type { Instant } from '#core/calendar';
import type { CameFrom, ShopEvent } from '#core/journal';
import type { Refusal } from '#core/refusal';
import type { Release } from '#core/release';
import type { ChargeAnswer, IdsPort, RefundAnswer } from './ports';
import type { AgreementMoment } from './dueIndex';

/** Everything that can be asked of the shop. */
export type Command =
  | { type: 'publish'; release: Release; hasFile: (sha256: string) => boolean }
  | { type: 'change-person'; personId: string; rev: number }
  | {
      type: 'pay';
      checkoutId: string;
      personId: string;
      offerId: string;
      priceId: string;
      release: Release;
      startedAt: Instant;
      shown: string;
      fingerprint: (text: string) => string;
      card: KeptCard | null;
      coupon?: string | undefined;
      country?: string | undefined;
      vatNumber?: string | undefined;
      soldAtStart?: number;
      signedIn?: boolean;
      /** Where the visit came from; nowhere that is known by default. */
      came?: CameFrom;
      /** The language the buyer reads; null is the shop's own. */
      language?: string | null;
    }
  | { type: 'answer-charge'; key: string; answer: ChargeAnswer }
  | { type: 'expire-charge'; key: string; dueAt: Instant }
  | { type: 'expire-pass'; passId: string; dueAt: Instant }
  | { type: 'refund'; orderId: string; shares: readonly { lineId: string; amount: number }[]; reason: string }
  | { type: 'answer-refund'; refundId: string; answer: RefundAnswer }
  | { type: 'open-dispute'; disputeId: string; paymentId: string; amount: number; answerBy: Instant }
  | { type: 'close-dispute'; disputeId: string; won: boolean }
  | { type: 'fetch-file'; passId: string; fileId: string }
  | { type: 'agreement-moment'; moment: AgreementMoment; agreementId: string; dueAt: Instant }
  | { type: 'retry-due'; agreementId: string }
  | { type: 'change-card'; agreementId: string; card: KeptCard }
  | { type: 'pay-rest'; agreementId: string }
  | {
      type: 'move-buyer';
      agreementId: string;
      country: string;
      vatNumber: string;
      /** Under what the person's record keeps the number. */ numberKey: string;
    }
  | { type: 'pause'; agreementId: string; until: string | null; by: 'buyer' | 'seller' }
  | { type: 'return'; agreementId: string; on: string | null }
  | { type: 'move-due-day'; agreementId: string; day: { of: 'month' | 'week'; day: number } }
  | { type: 'cancel'; agreementId: string; when: 'end' | 'now'; giveBack: boolean; by: 'buyer' | 'seller' }
  | { type: 'keep'; agreementId: string }
  | { type: 'stop-plan'; agreementId: string; keepAccess: boolean }
  | { type: 'switch'; agreementId: string; offerId: string; priceId: string }
  | { type: 'refund-agreement'; agreementId: string; amount: number | null; ends: boolean; reason: string }
  | { type: 'confirm-gap'; from: Instant; to: Instant }
  | { type: 'mark-done'; key: string }
  | { type: 'move-clock'; to: Instant }
  | { type: 'resume'; why: string };

export interface DecideContext {
  now: Instant;
  /** The live release, for what a pass opens and what is on sale. */
  release: Release | undefined;
  ids: IdsPort;
}

export type Decision = { events: ShopEvent[] } | Refusal;
