import * as z from 'zod';
import { plainFromRich, richFromPlain, RichText } from '#core/catalogue';
import { blockBase } from '../base';
import { blockKind } from '../kind';

const Text = z.object({
  ...blockBase,
  kind: z.literal('text'),
  text: RichText,
});

declare module '../kind' {
  interface BlocksByKind {
    text: z.infer<typeof Text>;
  }
}

export const textBlock = blockKind<z.infer<typeof Text>>({
  kind: 'text',
  name: 'Text',
  schema: Text,
  on: ['sales', 'checkout', 'thanks'],
  fresh: (id) => ({ id, kind: 'text', text: richFromPlain('') }),
  label: ({ text }) => plainFromRich(text).slice(0, 60),
});
