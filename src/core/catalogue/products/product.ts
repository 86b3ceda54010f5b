import type * as z from 'zod';
import type { productShape } from './base';

/* eslint-disable @typescript-eslint/no-empty-object-type -- each kind's folder adds its own line */
/** Products by the name of their kind. */
export interface ProductsByKind {}
/* eslint-enable @typescript-eslint/no-empty-object-type */

export type ProductName = keyof ProductsByKind;

/** Something a buyer can open. */
export type Product = ProductsByKind[ProductName];

/** What every product has. */
export type ProductBase = z.infer<z.ZodObject<ReturnType<typeof productShape<ProductName>>>>;
