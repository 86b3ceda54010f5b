import type { ComponentType } from 'react';
import type { ProductName, ProductsByKind } from '#core/catalogue';
import type { Draft } from '../data/draft';
import { CourseContents } from './course/CourseContents';
import { CourseLimits } from './course/CourseLimits';
import { LessonSheet } from './course/LessonSheet';
import { MemberWillHave } from './course/MemberWillHave';
import { DownloadContents } from './download/DownloadContents';
import { DownloadLimits } from './download/DownloadLimits';

interface ProductSheetParts<P> {
  /** What it holds, right under title and promise. */
  Contents: ComponentType<{ product: P }>;
  /** What buyers may do with it, after all that describes it. */
  Limits: ComponentType<{ product: P }>;
  /** A part of it in the sheet's place, where it has parts that are made one by one. */
  Part?: ComponentType<{ draft: Draft; product: P; partId: string }>;
  /** What it leads to for whoever has it, at the head of the outcome. */
  Outcome?: ComponentType<{ draft: Draft; product: P; partId: string | undefined }>;
  /** What several of them are called in the index. */
  several: string;
  /** Follows the kind's name where something new is made. */
  explains: string;
}

/** How each kind of product is made: a kind without a line here does not compile. */
const SHEETS: { [K in ProductName]: ProductSheetParts<ProductsByKind[K]> } = {
  download: {
    Contents: DownloadContents,
    Limits: DownloadLimits,
    several: 'Downloads',
    explains: 'One or more files, opened the moment they are paid for. Or drop files anywhere on this page.',
  },
  course: {
    Contents: CourseContents,
    Limits: CourseLimits,
    Part: LessonSheet,
    Outcome: MemberWillHave,
    several: 'Courses',
    explains: 'Lessons in modules, opened all at once or week by week, with questions and a certificate if you like.',
  },
};

export const productSheetOf = <K extends ProductName>({ kind }: { kind: K }): ProductSheetParts<ProductsByKind[K]> =>
  SHEETS[kind];
