import * as z from 'zod';
import { FileRef } from '#core/catalogue';
import { blockBase, line } from '../base';
import { blockKind } from '../kind';

const Picture = z.object({
  ...blockBase,
  kind: z.literal('picture'),
  file: FileRef.nullable(),
  alt: line,
});

declare module '../kind' {
  interface BlocksByKind {
    picture: z.infer<typeof Picture>;
  }
}

export const pictureBlock = blockKind<z.infer<typeof Picture>>({
  kind: 'picture',
  name: 'Picture',
  schema: Picture,
  on: ['sales', 'checkout', 'thanks'],
  fresh: (id) => ({ id, kind: 'picture', file: null, alt: '' }),
  pictures: ({ file, alt }) => (file ? [{ file, alt }] : []),
  label: ({ alt, file }) => alt || (file?.name ?? 'none chosen'),
});
