import * as z from 'zod';
import { blockBase, line } from '../base';
import { blockKind } from '../kind';

const Testimonial = z.object({
  ...blockBase,
  kind: z.literal('testimonial'),
  quote: z.string().max(1_000),
  who: line,
});

declare module '../kind' {
  interface BlocksByKind {
    testimonial: z.infer<typeof Testimonial>;
  }
}

export const testimonialBlock = blockKind<z.infer<typeof Testimonial>>({
  kind: 'testimonial',
  name: 'Testimonial',
  schema: Testimonial,
  on: ['sales', 'checkout'],
  fresh: (id) => ({ id, kind: 'testimonial', quote: '', who: '' }),
  label: ({ who, quote }) => who || quote.slice(0, 60),
});
