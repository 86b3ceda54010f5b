import { createHash } from 'node:crypto';
import {
  DEFAULT_SHOP,
  type Download,
  type DraftTerms,
  newOffer,
  newPrice,
  newProduct,
  type Product,
} from '#core/catalogue';
import { type Begun, sellWithPage } from '#core/paths';
import { type DraftContent, type Release, type ReleaseContent, sealContent } from '#core/release';

export const FILE_BYTES = new TextEncoder().encode('Twelve voices of the first hour.\n'.repeat(400));
export const FILE_SHA = createHash('sha256').update(FILE_BYTES).digest('hex');

/** A shop that sells one file at two prices, and another for free. */
export function draftContent(): DraftContent {
  let count = 0;
  const next = (prefix: string): string => `${prefix}_${(count += 1)}`;
  const product = (title: string): Product => ({
    ...newProduct(next('prd'), title),
    promise: 'A promise',
    files: [{ id: next('f'), sha256: FILE_SHA, name: `${title}.txt`, bytes: FILE_BYTES.length, type: 'text/plain' }],
  });
  const field = product('Field pack');
  const free = product('Free minute');
  const offers = [
    {
      ...newOffer('off_field', field, 'EUR'),
      // What takes the place of what is the matter of tests of its own.
      upgrades: false as const,
      prices: [
        newPrice('pr_one', { name: 'One', terms: { kind: 'once', amount: '24.00' }, usual: '32' }),
        newPrice('pr_class', { name: 'Class', terms: { kind: 'once', amount: '68' } }),
      ],
    },
    { ...newOffer('off_free', free, 'EUR'), prices: [newPrice('pr_free', { terms: { kind: 'free', amount: '' } })] },
  ];
  const paths = [
    pathFor(offers[0] ?? { id: '', title: '' }, [field], new Set(), next),
    pathFor(offers[1] ?? { id: '', title: '' }, [free], new Set(), next),
  ];
  return {
    shop: {
      name: 'Test school',
      senderAddress: 'hello@school.example',
      zone: 'Europe/Lisbon',
      currency: 'EUR',
      locale: 'en',
      languages: [],
      cardStatement: 'TEST SCHOOL',
      brand: null,
      tax: null,
      billing: DEFAULT_SHOP.billing,
      legal: { terms: '', privacy: '', withdrawal: '' },
    },
    products: [field, free],
    offers,
    paths: paths.map((p) => p.path),
    pages: paths.flatMap((p) => p.pages),
    coupons: [],
  };
}

export const releaseContent = (): ReleaseContent => sealContent(draftContent());
export const release = (number = 1, basedOn: number | null = null, content = releaseContent()): Release => ({
  format: 1,
  number,
  basedOn,
  at: '2026-06-01T00:00:00.000Z',
  content,
});

/** The shop of the tests with more of its first product on sale, each offer with one price and a path of its own. */
export function contentSelling(
  more: readonly { id: string; title: string; terms: Partial<DraftTerms>; product?: Product }[],
): ReleaseContent {
  const draft = draftContent();
  let count = 100;
  for (const { id, title, terms, product = draft.products[0] } of more) {
    if (!product) throw new Error('no product');
    if (!draft.products.includes(product)) draft.products.push(product);
    const offer = {
      ...newOffer(`off_${id}`, { ...product, title }, 'EUR'),
      upgrades: false as const,
      prices: [newPrice(`pr_${id}`, { terms })],
    };
    const taken = new Set(draft.paths.map((path) => path.address));
    const made = pathFor(offer, [product], taken, (prefix) => `${prefix}_${(count += 1)}`);
    draft.offers.push(offer);
    draft.paths.push(made.path);
    draft.pages.push(...made.pages);
  }
  return sealContent(draft);
}

/** A page, a checkout and a thank-you page for an offer. */
export const pathFor = (
  offer: { id: string; title: string },
  products: readonly Product[],
  taken: ReadonlySet<string>,
  next: (prefix: string) => string,
): Begun =>
  sellWithPage.make({
    offer: { id: offer.id, title: offer.title, products },
    taken,
    next,
    short: () => 'k7Qm',
    locale: 'en',
  });

/** With a monthly subscription for 30.00 at /monthly. */
export const contentWithMonthly = (): ReleaseContent =>
  contentSelling([{ id: 'month', title: 'Monthly', terms: { kind: 'subscription', amount: '30' } }]);

/** A product of a test that is a download. */
export function asDownload(product: Product | undefined): Download {
  if (product?.kind !== 'download') throw new Error('This is no download');
  return product;
}
