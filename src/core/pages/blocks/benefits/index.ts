import * as z from 'zod';
import { blockBase, line } from '../base';
import { blockKind } from '../kind';

const Benefits = z.object({
  ...blockBase,
  kind: z.literal('benefits'),
  title: line,
  items: z.array(line).max(30),
});

declare module '../kind' {
  interface BlocksByKind {
    benefits: z.infer<typeof Benefits>;
  }
}

export const benefitsBlock = blockKind<z.infer<typeof Benefits>>({
  kind: 'benefits',
  name: 'Benefits',
  schema: Benefits,
  on: ['sales'],
  fresh: (id, { benefits }, say) => ({
    id,
    kind: 'benefits',
    title: say.benefits,
    items: benefits.length > 0 ? [...benefits] : [''],
  }),
  label: ({ title }) => title,
});
