import * as z from 'zod';
import { addsExtra, blockBase, line } from '../base';
import { blockKind } from '../kind';

const Onward = z.object({
  ...blockBase,
  ...addsExtra,
  kind: z.literal('onward'),
  button: line,
});

declare module '../kind' {
  interface BlocksByKind {
    onward: z.infer<typeof Onward>;
  }
}

/** A button that leads on and nothing else: for a page that sells nothing, such as one after payment. */
export const onwardBlock = blockKind<z.infer<typeof Onward>>({
  kind: 'onward',
  name: 'Button that leads on',
  schema: Onward,
  leadsOn: true,
  on: ['sales'],
  fresh: (id, _known, say) => ({ id, kind: 'onward', button: say.goOn }),
  label: ({ button }) => button,
});
