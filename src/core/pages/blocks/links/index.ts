import * as z from 'zod';
import { idFor, type PathId } from '#core/ids';
import { blockBase, line } from '../base';
import { blockKind } from '../kind';

const Link = z.object({
  label: line,
  to: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('path'), path: idFor<PathId>() }),
    z.object({ kind: z.literal('elsewhere'), href: z.string().max(2_000) }),
  ]),
});

const Links = z.object({ ...blockBase, kind: z.literal('links'), links: z.array(Link).max(40) });

declare module '../kind' {
  interface BlocksByKind {
    links: z.infer<typeof Links>;
  }
}

/** A few links under one another, to paths of the shop or anywhere else. */
export const linksBlock = blockKind<z.infer<typeof Links>>({
  kind: 'links',
  name: 'Links',
  schema: Links,
  leadsOut: true,
  on: ['sales', 'thanks'],
  fresh: (id) => ({ id, kind: 'links', links: [{ label: '', to: { kind: 'elsewhere', href: '' } }] }),
  label: ({ links }) => links[0]?.label ?? '',
});
