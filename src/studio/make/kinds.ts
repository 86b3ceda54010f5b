import type { ComponentType } from 'react';
import type { ProductName, ProductsByKind } from '#core/catalogue';
import { CourseContents } from './course/CourseContents';
import { DownloadContents } from './download/DownloadContents';
import { DownloadLimits } from './download/DownloadLimits';

interface ProductSheetParts<P> {
  /** What it holds, right under title and promise. */
  Contents: ComponentType<{ product: P }>;
  /** What buyers may do with it, after all that describes it. */
  Limits: ComponentType<{ product: P }>;
  /** Follows the kind's name where something new is made. */
  explains: string;
}

/** How each kind of product is made: a kind without a line here does not compile. */
const SHEETS: { [K in ProductName]: ProductSheetParts<ProductsByKind[K]> } = {
  download: {
    Contents: DownloadContents,
    Limits: DownloadLimits,
    explains: 'One or more files, opened the moment they are paid for. Or drop files anywhere on this page.',
  },
  course: {
    Contents: CourseContents,
    Limits: () => null,
    explains: 'Lessons in modules, opened at once or one after another.',
  },
};

export const productSheetOf = <K extends ProductName>({ kind }: { kind: K }): ProductSheetParts<ProductsByKind[K]> =>
  SHEETS[kind];
