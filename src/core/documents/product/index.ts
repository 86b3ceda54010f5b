import * as z from 'zod';
import { MOST_FILES, isInItself, Product, productKindOf, reachedBy, upgradeProduct } from '#core/catalogue';
import { type Finding, quoted, type Subject } from '../finding';
import { documentKind } from '../kind';

declare module '../content' {
  interface Documents {
    product: Product;
  }
  interface DraftContent {
    products: Product[];
  }
  interface ReleaseContent {
    products: Product[];
  }
}

/** What a buyer can open. What differs by kind of product is asked of its own registry. */
export const productKind = documentKind<'product', Product>({
  kind: 'product',
  list: 'products',
  name: 'Product',
  stage: 'Make',
  schema: z.array(Product).max(2_000),
  upgrade: upgradeProduct,
  seal: (product) => product,
  unseal: (product) => product,
  title: ({ title }) => title,
  route: (id) => `/make/${id}`,
  fields: {
    title: 'title',
    promise: 'promise',
    description: 'description',
    picture: 'picture',
    files: 'files',
    links: 'links',
    putAway: ['archived', 'archived'],
    benefits: 'benefits',
    article: 'article number',
    parts: ['what is in it', 'what is in it'],
    sessions: 'how many sessions',
    each: 'how often sessions are given',
    minutes: 'length of a session',
    grid: 'when sessions can start',
    hours: ['open hours', 'open hours'],
    noticeHours: 'notice',
    bufferBefore: 'minutes free before',
    bufferAfter: 'minutes free after',
    aheadDays: 'days ahead',
    mostPerDay: 'most a day',
    place: 'where it takes place',
    questions: ['what is asked', 'what is asked'],
    modules: ['its lessons', 'its lessons'],
    posts: ['its posts', 'its posts'],
    plan: ['when it opens', 'when it opens'],
    hour: ['at which hour it opens', 'at which hour it opens'],
    certificate: ['its certificate', 'its certificate'],
    downloads: ['how files are downloaded', 'how files are downloaded'],
  },
  findings({ products, offers }, { hasFile }) {
    const named = offers.filter((o) => o.onSale).flatMap((o) => o.productIds);
    const sold = new Set(reachedBy(products, named));
    const known = new Set(products.map(({ id }) => id));
    return products.flatMap((product) => {
      const about: Subject = { kind: 'product', id: product.id };
      const found: Finding[] = [];
      if (product.title.trim() === '')
        found.push({ level: 'stops', code: 'no-title', text: 'A product has no title.', about });
      for (const { empties, ...finding } of productKindOf(product).findings(product, quoted(product.title)))
        found.push({ ...finding, level: empties && !sold.has(product.id) ? 'look' : 'stops', about });
      const inside = productKindOf(product).contains(product);
      if (inside.some((id) => !known.has(id)))
        found.push({
          level: 'stops',
          code: 'part-missing',
          text: `${quoted(product.title)} holds something that is no longer here.`,
          about,
        });
      if (
        productKindOf(product).opensAs === 'itself' &&
        reachedBy(products, inside).some((id) => {
          const part = products.find((p) => p.id === id);
          return part && productKindOf(part).sessions?.(part);
        })
      )
        found.push({
          level: 'stops',
          code: 'sessions-inside',
          text: `${quoted(product.title)} contains sessions, which are counted for each buyer. Remove them, and sell both in one offer instead.`,
          about,
        });
      if (isInItself(products, product.id))
        found.push({
          level: 'stops',
          code: 'circle',
          text: `${quoted(product.title)} would contain itself. Remove it from its own contents.`,
          about,
        });
      if (product.kind === 'download' && product.files.length > MOST_FILES)
        found.push({
          level: 'stops',
          code: 'too-many-files',
          text: `${quoted(product.title)} has ${product.files.length} files; a product holds up to ${MOST_FILES}. Put some of them in a zip, or in a second product.`,
          about,
        });
      for (const file of [...productKindOf(product).files(product), ...(product.picture ? [product.picture.file] : [])])
        if (!hasFile(file.sha256))
          found.push({
            level: 'stops',
            code: 'file-missing',
            text: `The file “${file.name}” of ${quoted(product.title)} is not here. Add it again.`,
            about,
          });
      if (product.picture && product.picture.alt.trim() === '')
        found.push({
          level: 'look',
          code: 'no-alt',
          text: `The picture of ${quoted(product.title)} has no words for people who cannot see it.`,
          about,
        });
      return found;
    });
  },
});
