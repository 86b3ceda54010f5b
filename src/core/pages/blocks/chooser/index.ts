import * as z from 'zod';
import { blockBase, line } from '../base';
import { blockKind } from '../kind';

const Chooser = z.object({
  ...blockBase,
  kind: z.literal('chooser'),
  title: line,
  button: line,
});

declare module '../kind' {
  interface BlocksByKind {
    chooser: z.infer<typeof Chooser>;
  }
}

export const chooserBlock = blockKind<z.infer<typeof Chooser>>({
  kind: 'chooser',
  name: 'Price chooser',
  schema: Chooser,
  leadsOn: true,
  on: ['sales'],
  fresh: (id, _known, say) => ({ id, kind: 'chooser', title: say.chooser, button: say.choose }),
  label: ({ title }) => title,
});
