import type { Product, ProductName } from '#core/catalogue';
import type { LessonId, PostId, ProductId } from '#core/ids';
import type { Words } from '#core/words';

/** Where courses stand for whoever is not signed in. No path of a shop has such an address. */
export const COURSES = '/-/course';
/** And memberships. */
export const MEMBERSHIPS = '/-/in';

/** For whoever is signed in and has it. */
export const courseHref = (id: ProductId): string => `/member/course/${id}`;
export const lessonHref = (id: ProductId, lesson: LessonId): string => `${courseHref(id)}/${lesson}`;
export const membershipHref = (id: ProductId): string => `/member/in/${id}`;
export const postHref = (id: ProductId, post: PostId): string => `${membershipHref(id)}/${post}`;

/** Right after buying, and for free samples. */
export const courseOfOrderHref = (id: ProductId): string => `${COURSES}/${id}`;
export const membershipOfOrderHref = (id: ProductId): string => `${MEMBERSHIPS}/${id}`;

interface Read {
  /** Signed in, or with the order just paid. */
  href: Record<Reader, (id: ProductId) => string>;
  begin: (words: Words) => string;
}
type Reader = 'mine' | 'ofOrder';

/** Kinds of product that are read in a place of their own; others are taken along. */
const READ: { [K in ProductName]?: Read } = {
  course: {
    href: { mine: courseHref, ofOrder: courseOfOrderHref },
    begin: (words) => words.pages.beginLessons,
  },
  membership: {
    href: { mine: membershipHref, ofOrder: membershipOfOrderHref },
    begin: (words) => words.pages.goIn,
  },
};

/** Where a product is read, and what its button says; null for one without such a place. */
export function readAt(
  { id, kind }: Pick<Product, 'id' | 'kind'>,
  by: Reader,
  words: Words,
): { href: string; label: string } | null {
  const read = READ[kind];
  return read ? { href: read.href[by](id), label: read.begin(words) } : null;
}
