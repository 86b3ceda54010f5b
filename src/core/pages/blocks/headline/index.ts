import * as z from 'zod';
import { blockBase, line } from '../base';
import { blockKind } from '../kind';

const Headline = z.object({
  ...blockBase,
  kind: z.literal('headline'),
  text: line,
  under: line,
});

declare module '../kind' {
  interface BlocksByKind {
    headline: z.infer<typeof Headline>;
  }
}

export const headlineBlock = blockKind<z.infer<typeof Headline>>({
  kind: 'headline',
  name: 'Headline',
  schema: Headline,
  on: ['sales', 'thanks'],
  fresh: (id) => ({ id, kind: 'headline', text: '', under: '' }),
  label: ({ text }) => text,
});
