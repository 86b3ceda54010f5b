import type { ComponentType } from 'react';
import type { ProductName, ProductsByKind } from '#core/catalogue';
import type { Draft } from '../data/draft';
import { BundleContents } from './bundle/BundleContents';
import { CoachingContents } from './coaching/CoachingContents';
import { NextTimes } from './coaching/NextTimes';
import { CourseContents } from './course/CourseContents';
import { CourseLimits } from './course/CourseLimits';
import { LessonSheet } from './course/LessonSheet';
import { MemberWillHave } from './course/MemberWillHave';
import { DownloadContents } from './download/DownloadContents';
import { DownloadLimits } from './download/DownloadLimits';
import { ClassContents } from './liveClass/ClassContents';
import { ClassLimits } from './liveClass/ClassLimits';
import { WhoSits } from './liveClass/WhoSits';
import { InsideWillHave } from './membership/InsideWillHave';
import { MembershipContents } from './membership/MembershipContents';
import { MembershipLimits } from './membership/MembershipLimits';
import { PostSheet } from './membership/PostSheet';
import { PostedContents } from './posted/PostedContents';
import { WorkContents } from './byHand/WorkContents';

interface ProductSheetParts<P> {
  /** What it holds, right under title and promise. */
  Contents: ComponentType<{ product: P; draft: Draft }>;
  /** What buyers may do with it, after all that describes it. */
  Limits: ComponentType<{ product: P }>;
  /** A part of it in the sheet's place, where it has parts that are made one by one. */
  Part?: ComponentType<{ draft: Draft; product: P; partId: string }>;
  /** What it leads to for whoever has it, at the head of the outcome. */
  Outcome?: ComponentType<{ draft: Draft; product: P; partId: string | undefined }>;
}

/** How each kind of product is made: a kind without a line here does not compile. */
const SHEETS: { [K in ProductName]: ProductSheetParts<ProductsByKind[K]> } = {
  download: {
    Contents: DownloadContents,
    Limits: DownloadLimits,
  },
  bundle: {
    Contents: BundleContents,
    Limits: () => null,
  },
  membership: {
    Contents: MembershipContents,
    Limits: MembershipLimits,
    Part: PostSheet,
    Outcome: InsideWillHave,
  },
  coaching: {
    Contents: CoachingContents,
    Limits: () => null,
    Outcome: NextTimes,
  },
  'live-class': {
    Contents: ClassContents,
    Limits: ClassLimits,
    Outcome: WhoSits,
  },
  work: {
    Contents: WorkContents,
    Limits: () => null,
  },
  posted: {
    Contents: PostedContents,
    Limits: () => null,
  },
  course: {
    Contents: CourseContents,
    Limits: CourseLimits,
    Part: LessonSheet,
    Outcome: MemberWillHave,
  },
};

export const productSheetOf = <K extends ProductName>({ kind }: { kind: K }): ProductSheetParts<ProductsByKind[K]> =>
  SHEETS[kind];
