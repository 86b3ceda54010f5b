import * as z from 'zod';
import { blockBase } from '../base';
import { blockKind } from '../kind';

const Spacer = z.object({
  ...blockBase,
  kind: z.literal('spacer'),
  size: z.enum(['small', 'large']),
});

declare module '../kind' {
  interface BlocksByKind {
    spacer: z.infer<typeof Spacer>;
  }
}

export const spacerBlock = blockKind<z.infer<typeof Spacer>>({
  kind: 'spacer',
  name: 'Space',
  schema: Spacer,
  on: ['sales', 'checkout', 'thanks'],
  label: ({ size }) => size,
  fresh: (id) => ({ id, kind: 'spacer', size: 'small' }),
});
