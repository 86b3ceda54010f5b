import * as z from 'zod';
import type { AnyProductKind, WithdrawalBasis } from './kind';
import { PRODUCT_KINDS } from './kinds';
import type { Product as AnyProduct, ProductName, ProductsByKind } from './product';

export type Product = AnyProduct;
/** A product of any kind, as it stands in a release. */
export const Product: z.ZodType<AnyProduct> = z.discriminatedUnion(
  'kind',
  PRODUCT_KINDS.map((k) => k.schema) as unknown as Parameters<typeof z.discriminatedUnion>[1],
) as unknown as z.ZodType<AnyProduct>;

/** All that differs by a product's kind. */
export function productKindOf(product: Pick<AnyProduct, 'kind'>): AnyProductKind {
  const kind = PRODUCT_KINDS.find((k) => k.kind === product.kind);
  if (!kind) throw new Error(`There is no product of the kind “${String(product.kind)}”`);
  return kind;
}

/** A product as it is kept today, from any earlier shape. */
export const upgradeProduct = (doc: unknown): AnyProduct => productKindOf(doc as AnyProduct).upgrade(doc as AnyProduct);

/** An empty product of a kind. */
export function freshProduct<K extends ProductName>(kind: K, id: string, title = ''): ProductsByKind[K] {
  const base = {
    id,
    kind,
    title,
    promise: '',
    description: { type: 'doc' as const, content: [] },
    picture: null,
    benefits: [],
  };
  // The kind makes what its own name stands for; the list of kinds has forgotten which that is.
  const made: unknown = productKindOf({ kind }).fresh(base);
  return made as ProductsByKind[K];
}

/** What a product holds, for buyers: "3 files, 4.2 MB". */
export const describeContents = (product: AnyProduct, locale = 'en'): string =>
  productKindOf(product).describe(product, locale);

/** How a price for some products is paid to begin with. */
export const paidAsFirst = (products: readonly AnyProduct[]): 'once' | 'subscription' =>
  products.some((product) => productKindOf(product).paidAs === 'subscription') ? 'subscription' : 'once';

/** What its buyer's right to withdraw goes by. */
export const withdrawalBasis = (product: AnyProduct): WithdrawalBasis => productKindOf(product).withdrawal;

/** Whether it is sent by post. */
export const isSentByPost = (product: AnyProduct): boolean => productKindOf(product).waits?.(product) === 'sending';

/** An empty download. */
export const newProduct = (id: string, title = ''): Extract<AnyProduct, { kind: 'download' }> =>
  freshProduct('download', id, title);

export type {
  AnyProductKind,
  ContentFinding,
  Opening,
  Parts,
  ProductKind,
  SeatsPromised,
  WithdrawalBasis,
} from './kind';
export type { ProductBase, ProductName, ProductsByKind } from './product';
export { productShape } from './base';
export { PRODUCT_KINDS } from './kinds';
export { Bundle } from './bundle';
export { linkProblem } from './link';
export { Download, MOST_FILES, ProductLink } from './download';
export { Captions, LessonBlock, type Written } from './written';
export * from './course';
export * from './membership';
export { asBooked, Coaching, CoachingQuestion } from './coaching';
export { ClassDate, LiveClass } from './liveClass';
export { Posted } from './posted';
export { Work } from './byHand';
