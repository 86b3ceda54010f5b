import * as z from 'zod';
import { blockBase, line } from '../base';
import { blockKind } from '../kind';

const CheckoutBlock = z.object({
  ...blockBase,
  kind: z.literal('checkout'),
  button: line,
  note: line,
});

declare module '../kind' {
  interface BlocksByKind {
    checkout: z.infer<typeof CheckoutBlock>;
  }
}

export const checkoutBlock = blockKind<z.infer<typeof CheckoutBlock>>({
  kind: 'checkout',
  name: 'The checkout',
  schema: CheckoutBlock,
  leadsOn: true,
  on: ['sales'],
  label: () => 'form and button',
  fresh: (id) => ({ id, kind: 'checkout', button: '', note: '' }),
});
