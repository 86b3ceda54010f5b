import * as z from 'zod';
import { FileRef, Id, RichText } from '#core/catalogue';

const line = z.string().max(300);

/**
 * The parts a page is built from. A block never holds a price: it names an offer or a step, and the price, its
 * statement and the address are read where they belong when the page is served.
 */
export const Block = z.discriminatedUnion('kind', [
  z.object({ id: Id, kind: z.literal('headline'), text: line, under: line }),
  z.object({ id: Id, kind: z.literal('text'), text: RichText }),
  z.object({ id: Id, kind: z.literal('picture'), file: FileRef.nullable(), alt: line }),
  z.object({ id: Id, kind: z.literal('benefits'), title: line, items: z.array(line).max(30) }),
  z.object({ id: Id, kind: z.literal('contents'), title: line }),
  z.object({ id: Id, kind: z.literal('offer'), title: line, button: line, note: line }),
  z.object({ id: Id, kind: z.literal('checkout'), button: line, note: line }),
  z.object({ id: Id, kind: z.literal('recap'), title: line }),
  z.object({ id: Id, kind: z.literal('downloads'), title: line }),
]);
export type Block = z.infer<typeof Block>;
export type BlockOf<K extends Block['kind']> = Extract<Block, { kind: K }>;
