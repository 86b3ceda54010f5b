import * as z from 'zod';
import { blockBase, line } from '../base';
import { blockKind } from '../kind';

const Recap = z.object({
  ...blockBase,
  kind: z.literal('recap'),
  title: line,
});

declare module '../kind' {
  interface BlocksByKind {
    recap: z.infer<typeof Recap>;
  }
}

export const recapBlock = blockKind<z.infer<typeof Recap>>({
  kind: 'recap',
  name: 'What was bought',
  schema: Recap,
  on: ['thanks'],
  fresh: (id, _known, say) => ({ id, kind: 'recap', title: say.recap }),
  label: ({ title }) => title,
});
