import * as z from 'zod';
import { blockBase, line } from '../base';
import { blockKind } from '../kind';

const Guarantee = z.object({
  ...blockBase,
  kind: z.literal('guarantee'),
  title: line,
  text: z.string().max(1_000),
});

declare module '../kind' {
  interface BlocksByKind {
    guarantee: z.infer<typeof Guarantee>;
  }
}

export const guaranteeBlock = blockKind<z.infer<typeof Guarantee>>({
  kind: 'guarantee',
  name: 'Guarantee',
  schema: Guarantee,
  on: ['sales', 'checkout'],
  fresh: (id, _known, say) => ({ id, kind: 'guarantee', title: say.guarantee, text: '' }),
  label: ({ title }) => title,
});
