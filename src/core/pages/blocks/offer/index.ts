import * as z from 'zod';
import { idFor, type StepId } from '#core/ids';
import { addsExtra, blockBase, line } from '../base';
import { blockKind } from '../kind';

const OfferBlock = z.object({
  ...blockBase,
  ...addsExtra,
  kind: z.literal('offer'),
  title: line,
  button: line,
  note: line,
  /** The step its button leads to; the checkout when none is named. */
  step: idFor<StepId>().optional(),
});

declare module '../kind' {
  interface BlocksByKind {
    offer: z.infer<typeof OfferBlock>;
  }
}

export const offerBlock = blockKind<z.infer<typeof OfferBlock>>({
  kind: 'offer',
  name: 'Offer with its button',
  schema: OfferBlock,
  leadsOn: true,
  on: ['sales'],
  fresh: (id, { title }, say) => ({ id, kind: 'offer', title, button: say.getNow, note: '' }),
  label: ({ title }) => title,
});
