import type { Command, SwitchChoice } from '#core/shop';
import type { AgreementId } from '#core/ids';
import type { KeptCard } from '#core/agreements';
import type { PersonRecord, PostalAddress } from '#core/people';
import { refuse, type Refusal } from '#core/refusal';
import type { MemberAct, ShownCard } from '../../wire';
import { fingerprintHash } from '../shared/fingerprint';
import { switchAddressKey } from '../shared/keepPostal';

/** What is asked of the shop by what a member does to their own payments. */
export function commandFor(
  agreementId: AgreementId,
  wanted: Exclude<MemberAct, { act: 'move' | 'switch' }>,
  readCard: (card: ShownCard) => KeptCard,
): Command {
  switch (wanted.act) {
    case 'stay':
      return { type: 'step-down', agreementId, to: null };
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

/** What a page showed of a choice, as its browser carries it back. */
export const shownOf = ({ offerId, priceId, today, credit, later, down, terms, lacks }: SwitchChoice): string =>
  fingerprintHash(JSON.stringify([offerId, priceId, today, credit, later, down, terms, lacks]));

/** The address that a member has given for what a switch sends; undefined where they have not. */
export const switchPostal = (
  person: Pick<PersonRecord, 'postal'> | undefined,
  agreementId: AgreementId,
): PostalAddress | undefined => person?.postal?.[switchAddressKey(agreementId)];

/** The same as the shop's decisions need it: its country, and the name under which the person keeps it. */
export function switchSendTo(
  person: Pick<PersonRecord, 'postal'> | undefined,
  agreementId: AgreementId,
): { country: string; addressKey: string } | undefined {
  const postal = switchPostal(person, agreementId);
  return postal && { country: postal.country, addressKey: switchAddressKey(agreementId) };
}

/**
 * To another price: at once where it opens as much or more, at the end of what is paid where it opens less. Only to what
 * is offered to this member now.
 */
export function switchFor(
  choices: readonly SwitchChoice[],
  agreementId: AgreementId,
  { offerId, priceId, shown }: Extract<MemberAct, { act: 'switch' }>,
  sendTo: ReturnType<typeof switchSendTo>,
): Command | Refusal {
  const choice = choices.find((c) => c.offerId === offerId && c.priceId === priceId);
  if (!choice) return refuse('no-such-price');
  // A day later fewer days are unused: what would be charged is shown again.
  if (shownOf(choice) !== shown) return refuse('quote-changed');
  if (choice.lacks !== null) return refuse('address-needed');
  const named = { offerId, priceId, ...(sendTo ? { sendTo } : {}) };
  return choice.down ? { type: 'step-down', agreementId, to: named } : { type: 'switch', agreementId, ...named };
}
