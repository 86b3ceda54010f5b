import type { Instant } from '#core/calendar';
import type { FeatureFold } from '../../../engine/fold';
import type { AgreementMail } from '../../../emails/agreementMail';
import { agreementDues } from './dues';
import { agreementAppliers } from './foldAgreements';
import { fresh } from './state';

declare module '../../../engine/pendingEffect' {
  interface EffectsByKind {
    due: object;
    'agreement-mail': { message: AgreementMail; at: Instant };
  }
}

export const agreementsFold: FeatureFold = {
  fresh,
  dues: agreementDues,
  effects: {
    due: { lane: 'money', asksForMoney: true, madeBy: { 'due.requested': ({ key }) => key } },
    'agreement-mail': { lane: 'service-email', madeBy: { 'agreement.mailDue': ({ key }) => key } },
  },
  facts: agreementAppliers,
};
