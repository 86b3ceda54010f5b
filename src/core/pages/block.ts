import * as z from 'zod';
import { FileRef, Id, RichText } from '#core/catalogue';

const line = z.string().max(300);
const base = { id: Id, /** Kept on the page for later, shown to nobody. */ hidden: z.boolean().optional() };

/**
 * The parts a page is built from. A block never holds a price: it names an offer or a step, and the price, its
 * statement and the address are read where they belong when the page is served.
 */
export const Block = z.discriminatedUnion('kind', [
  z.object({ ...base, kind: z.literal('headline'), text: line, under: line }),
  z.object({ ...base, kind: z.literal('text'), text: RichText }),
  z.object({ ...base, kind: z.literal('picture'), file: FileRef.nullable(), alt: line }),
  z.object({ ...base, kind: z.literal('benefits'), title: line, items: z.array(line).max(30) }),
  z.object({ ...base, kind: z.literal('contents'), title: line }),
  z.object({
    ...base,
    kind: z.literal('offer'),
    title: line,
    button: line,
    note: line,
    /** The step its button leads to; the checkout when none is named. */ step: Id.optional(),
  }),
  z.object({ ...base, kind: z.literal('chooser'), title: line, button: line }),
  z.object({ ...base, kind: z.literal('testimonial'), quote: z.string().max(1_000), who: line }),
  z.object({ ...base, kind: z.literal('maker'), title: line, text: RichText, file: FileRef.nullable(), alt: line }),
  z.object({
    ...base,
    kind: z.literal('questions'),
    title: line,
    items: z.array(z.object({ question: line, answer: z.string().max(2_000) })).max(40),
  }),
  z.object({ ...base, kind: z.literal('guarantee'), title: line, text: z.string().max(1_000) }),
  z.object({ ...base, kind: z.literal('spacer'), size: z.enum(['small', 'large']) }),
  z.object({ ...base, kind: z.literal('checkout'), button: line, note: line }),
  z.object({ ...base, kind: z.literal('recap'), title: line }),
  z.object({ ...base, kind: z.literal('downloads'), title: line }),
]);
export type Block = z.infer<typeof Block>;
export type BlockOf<K extends Block['kind']> = Extract<Block, { kind: K }>;
