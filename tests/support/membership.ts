import { freshProduct, type Membership, type Post, postNamed, type Product, richFromPlain } from '#core/catalogue';
import type { OpeningPlan } from '#core/opening';
import type { DraftContent } from '#core/release';
import { newProduct } from '#core/catalogue';
import { soundFile } from './course';

/** A membership with other products in it, by their ids; a part may have a plan of its own. */
export const membershipOf = (
  id: string,
  parts: readonly (string | [string, OpeningPlan])[],
  more: Partial<Membership> = {},
): Membership => ({
  ...freshProduct('membership', id, `Membership ${id}`),
  parts: parts.map((part) =>
    typeof part === 'string' ? { productId: part, plan: null } : { productId: part[0], plan: part[1] },
  ),
  ...more,
});

/** A download with one file, which is named after it. */
export const downloadWith = (id: string): Product => ({
  ...newProduct(id, `Download ${id}`),
  promise: 'A promise',
  files: [soundFile(`f_${id}`)],
});

/** A post with a line of text and a file to take along. */
export const postWith = (id: string, at: string, more: Partial<Post> = {}): Post => ({
  ...postNamed(id, `Post ${id}`, at),
  blocks: [{ id: `${id}_words`, kind: 'words', text: richFromPlain(`What there is to read in ${id}.`) }],
  files: [soundFile(`f_${id}`)],
  ...more,
});

/** Products beside those of a content; its offers open these instead, in order. */
export const selling =
  (products: readonly Product[], ...opened: string[]) =>
  (content: DraftContent): void => {
    content.products.push(...products);
    content.offers
      .filter(({ id }) => /^off_\d/.test(id))
      .forEach((offer, i) => (offer.productIds = [opened[i] ?? opened[0] ?? '']));
  };
