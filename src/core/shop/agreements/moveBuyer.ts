import { fact } from '#core/journal';
import { chargeFor, isRunning } from '#core/agreements';
import { type QuoteBuyer, readBuyer } from '#core/checkout';
import type { Command, DecideContext, Decision } from '../decide';
import type { ShopState } from '../state';
import { mailOf, noSuch, shopOf, stillAsking } from './common';

/**
 * Another country or VAT number: it counts from the next payment. What is owed already stays as it was told. Where
 * the next amount becomes another, the buyer hears of it.
 */
export function moveBuyer(
  state: ShopState,
  { agreementId, country, vatNumber, numberKey }: Extract<Command, { type: 'move-buyer' }>,
  context: DecideContext,
): Decision {
  const a = state.agreements.get(agreementId);
  if (!a) return noSuch;
  if (a.unanswered !== null) return stillAsking;
  if (!isRunning(a))
    return { refused: 'nothing-to-do', sentence: 'Nothing more is paid here, so the country changes nothing.' };
  const { tax } = shopOf(context);
  const read = readBuyer({ country, vatNumber }, tax);
  if ('problem' in read) return { refused: 'vat-number', sentence: `${read.problem} Nothing was changed.` };
  const buyer: QuoteBuyer = { ...read, numberKey };
  const before = a.next && chargeFor(a, a.next, tax).amount;
  const after = a.next && chargeFor({ ...a, buyer }, a.next, tax).amount;
  const tells = a.next !== null && after !== null && before !== after;
  return {
    events: [
      fact('agreement.moved', { agreementId, buyer }),
      ...(tells
        ? [
            mailOf(a, 'amount-changes', `moved-${numberKey}`, {
              amount: after,
              at: a.next?.at ?? null,
              reason: 'moved',
            }),
          ]
        : []),
    ],
  };
}
