import type { Agreement } from '#core/agreements';
import type { Command } from '#core/shop';
import type { CounterContext } from '../context';
import { keepVatNumber } from './people';

/** What would be asked of the shop. Each change keeps its number under a key of its own, so that earlier invoices go on naming theirs. */
export const moveCommand = (
  agreement: Agreement,
  { country, vatNumber }: { country: string; vatNumber: string },
  numberKey: string,
): Extract<Command, { type: 'move-buyer' }> => ({
  type: 'move-buyer',
  agreementId: agreement.id,
  country,
  vatNumber,
  numberKey,
});

/** Another country or VAT number. @param by whoever of the studio does it; else it is the buyer. The number is safe with the person before the history names its key. */
export async function moveBuyer(
  context: CounterContext,
  agreement: Agreement,
  wanted: { country: string; vatNumber: string },
  by?: string,
) {
  const command = moveCommand(agreement, wanted, context.ids.next('v'));
  if (!('refused' in context.runner.preview(command)))
    await keepVatNumber(context, agreement.personId, command.numberKey, wanted.vatNumber);
  return context.runner.execute(command, by);
}
