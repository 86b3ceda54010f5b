import * as z from 'zod';
import { FileRef, richFromPlain, RichText } from '#core/catalogue';
import { blockBase, line } from '../base';
import { blockKind } from '../kind';

const Maker = z.object({
  ...blockBase,
  kind: z.literal('maker'),
  title: line,
  text: RichText,
  file: FileRef.nullable(),
  alt: line,
});

declare module '../kind' {
  interface BlocksByKind {
    maker: z.infer<typeof Maker>;
  }
}

export const makerBlock = blockKind<z.infer<typeof Maker>>({
  kind: 'maker',
  name: 'About the maker',
  schema: Maker,
  on: ['sales'],
  fresh: (id, _known, say) => ({ id, kind: 'maker', title: say.maker, text: richFromPlain(''), file: null, alt: '' }),
  pictures: ({ file, alt }) => (file ? [{ file, alt }] : []),
  label: ({ title }) => title,
});
