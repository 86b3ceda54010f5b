import * as z from 'zod';
import { blockBase, line } from '../base';
import { blockKind } from '../kind';

const Contents = z.object({
  ...blockBase,
  kind: z.literal('contents'),
  title: line,
});

declare module '../kind' {
  interface BlocksByKind {
    contents: z.infer<typeof Contents>;
  }
}

export const contentsBlock = blockKind<z.infer<typeof Contents>>({
  kind: 'contents',
  name: 'What you get',
  schema: Contents,
  on: ['sales'],
  fresh: (id, _known, say) => ({ id, kind: 'contents', title: say.contents }),
  label: ({ title }) => title,
});
