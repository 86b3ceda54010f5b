import type { KeptCard } from '#core/agreements';
import type { Instant } from '#core/calendar';
import type { LineChoice } from '#core/checkout';
import type { AgreementId, OfferId, PriceId } from '#core/ids';
import type { AgreementMoment } from './fold/dues';

declare module '../../engine/command' {
  interface CommandsByType {
    'agreement-moment': { moment: AgreementMoment; agreementId: AgreementId; dueAt: Instant };
    'retry-due': { agreementId: AgreementId };
    'change-card': { agreementId: AgreementId; card: KeptCard };
    'pay-rest': { agreementId: AgreementId };
    'move-buyer': {
      agreementId: AgreementId;
      country: string;
      vatNumber: string;
      /** Under what the person's record keeps the number. */ numberKey: string;
    };
    pause: { agreementId: AgreementId; until: string | null; by: 'buyer' | 'seller' };
    return: { agreementId: AgreementId; on: string | null };
    'move-due-day': { agreementId: AgreementId; day: { of: 'month' | 'week'; day: number } };
    cancel: { agreementId: AgreementId; when: 'end' | 'now'; giveBack: boolean; by: 'buyer' | 'seller' };
    keep: { agreementId: AgreementId };
    'confirm-leaving': { agreementId: AgreementId };
    'stop-plan': { agreementId: AgreementId; keepAccess: boolean };
    switch: {
      agreementId: AgreementId;
      offerId: OfferId;
      priceId: PriceId;
      /** The seller has seen that it is not on sale. */
      offSale?: boolean;
      /** Where what it sends by post goes, where that is not known yet. */
      sendTo?: LineChoice['sendTo'];
    };
    /** Down a level at the end of what is paid; null takes it back. */
    'step-down': {
      agreementId: AgreementId;
      to: { offerId: OfferId; priceId: PriceId; sendTo?: LineChoice['sendTo'] } | null;
    };
    'refund-agreement': { agreementId: AgreementId; amount: number | null; ends: boolean; reason: string };
    'confirm-gap': { from: Instant; to: Instant };
  }
}
