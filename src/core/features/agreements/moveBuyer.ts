import { fact } from '#core/journal';
import { chargeFor, goesOnAs, whyNotAct } from '#core/agreements';
import { type QuoteBuyer, readBuyer } from '#core/checkout';
import { refuse } from '#core/refusal';
import type { Command, DecideContext, Decision } from '../../engine/command';
import type { ShopState } from '../../engine/state';
import { mailOf, noSuch, shopOf, toldAtStart } from './common';
import { keyOf } from '../../engine/ids';

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
  const no = whyNotAct(a, 'move', context.now);
  if (no) return no;
  const { tax } = shopOf(context);
  const read = readBuyer({ country, vatNumber }, tax);
  if ('why' in read) return refuse('vat-number', { ...read, at: 'change' });
  const buyer: QuoteBuyer = { ...read, numberKey };
  const coming = goesOnAs(a);
  const before = a.next && chargeFor(coming, a.next, tax).amount;
  const after = a.next && chargeFor({ ...coming, buyer, told: null }, a.next, tax).amount;
  const tells = a.next !== null && after !== null && before !== after;
  return {
    events: [
      fact('agreement.moved', { agreementId, buyer }),
      // What comes next is said in the act itself.
      ...(a.next
        ? [
            fact('agreement.rateTold', {
              agreementId,
              told: toldAtStart({ ...a, buyer }, a.next.at, shopOf(context)),
            }),
          ]
        : []),
      ...(tells
        ? [
            mailOf(a, 'amount-changes', keyOf('moved', numberKey), {
              amount: after,
              at: a.next?.at ?? null,
              reason: 'moved',
            }),
          ]
        : []),
    ],
  };
}
