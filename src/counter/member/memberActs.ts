import type { Command } from '#core/shop';
import type { AgreementId } from '#core/ids';
import type { KeptCard } from '#core/agreements';
import type { MemberAct, ShownCard } from '../../wire';

/** What is asked of the shop by what a member does to their own payments. */
export function commandFor(
  agreementId: AgreementId,
  wanted: Exclude<MemberAct, { act: 'move' }>,
  readCard: (card: ShownCard) => KeptCard,
): Command {
  switch (wanted.act) {
    case 'stop':
      return { type: 'cancel', agreementId, when: 'end', giveBack: false, by: 'buyer' };
    case 'keep':
      return { type: 'keep', agreementId };
    case 'confirm':
      return { type: 'confirm-leaving', agreementId };
    case 'return':
      return { type: 'return', agreementId, on: null };
    case 'retry':
      return { type: 'retry-due', agreementId };
    case 'rest':
      return { type: 'pay-rest', agreementId };
    case 'pause':
      return { type: 'pause', agreementId, until: wanted.until, by: 'buyer' };
    case 'card':
      return { type: 'change-card', agreementId, card: readCard(wanted.card) };
  }
}
