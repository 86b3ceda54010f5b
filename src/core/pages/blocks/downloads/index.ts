import * as z from 'zod';
import { blockBase, line } from '../base';
import { blockKind } from '../kind';

const Downloads = z.object({
  ...blockBase,
  kind: z.literal('downloads'),
  title: line,
});

declare module '../kind' {
  interface BlocksByKind {
    downloads: z.infer<typeof Downloads>;
  }
}

export const downloadsBlock = blockKind<z.infer<typeof Downloads>>({
  kind: 'downloads',
  name: 'Download buttons',
  schema: Downloads,
  on: ['thanks'],
  fresh: (id, _known, say) => ({ id, kind: 'downloads', title: say.downloads }),
  label: ({ title }) => title,
});
