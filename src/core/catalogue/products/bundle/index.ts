import * as z from 'zod';
import { idFor, type ProductId } from '#core/ids';
import { wordsFor } from '#core/words';
import { productShape } from '../base';
import type { ProductKind } from '../kind';

/** Several products under one name. It opens each of them the moment it is bought; nobody has a pass to the bundle itself. */
export const Bundle = z.object({
  ...productShape('bundle'),
  parts: z.array(idFor<ProductId>()).max(50),
});
export type Bundle = z.infer<typeof Bundle>;

declare module '../product' {
  interface ProductsByKind {
    bundle: Bundle;
  }
}

export const bundleKind: ProductKind<Bundle> = {
  kind: 'bundle',
  name: 'A bundle of what you have',
  explains: 'Several of your products for one price. Each opens separately the moment the bundle is bought.',
  several: 'Bundles',
  schema: Bundle,
  fresh: (base) => ({ ...base, kind: 'bundle', parts: [] }),
  upgrade: (bundle) => bundle,
  holds: ({ parts }) => parts.length > 0,
  findings: ({ parts }, title) =>
    parts.length === 0
      ? [
          {
            code: 'nothing-to-deliver',
            text: `${title} has nothing in it yet: a buyer would pay and get nothing.`,
            empties: true,
          },
        ]
      : [],
  files: () => [],
  earlier: () => [],
  describe: ({ parts }, locale) => wordsFor(locale).pages.things(parts.length),
  openings: () => [],
  parts: () => null,
  contains: ({ parts }) => parts,
  opensAs: 'its-parts',
  withdrawal: 'digital',
  // What was in it belongs to whoever bought it by passes of its own: it may change for those who come.
  places: () => [],
  written: () => [],
  named: () => [],
  limits: () => ({ fetches: 1, linkHours: 1, named: false }),
};
