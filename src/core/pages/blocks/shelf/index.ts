import * as z from 'zod';
import { idFor, type PathId } from '#core/ids';
import { blockBase, line } from '../base';
import { blockKind } from '../kind';

const Shelf = z.object({
  ...blockBase,
  kind: z.literal('shelf'),
  title: line,
  /** What stands on it, in its order: what each of these paths sells, and where it leads. */
  paths: z.array(idFor<PathId>()).max(60),
});

declare module '../kind' {
  interface BlocksByKind {
    shelf: z.infer<typeof Shelf>;
  }
}

/** Some of what the shop sells, each with its picture, its promise and its price, leading to its own path. */
export const shelfBlock = blockKind<z.infer<typeof Shelf>>({
  kind: 'shelf',
  name: 'Offers of the shop',
  schema: Shelf,
  leadsOut: true,
  on: ['sales', 'thanks'],
  fresh: (id, _known, say) => ({ id, kind: 'shelf', title: say.shelf, paths: [] }),
  label: ({ title }) => title,
});
