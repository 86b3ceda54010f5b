import type { Product, ProductName } from '#core/catalogue';
import type { LessonId, PostId, ProductId } from '#core/ids';
import type { Words } from '#core/words';

/** Where what somebody has is read, by who reads it. */
export interface Hrefs {
  course: (id: ProductId) => string;
  lesson: (id: ProductId, lesson: LessonId) => string;
  membership: (id: ProductId) => string;
  post: (id: ProductId, post: PostId) => string;
  /** Where sessions are booked: by whoever is signed in, wherever they come from. */
  sessions: (id: ProductId) => string;
  /** Where the dates of a class are, by the same. */
  classes: (id: ProductId) => string;
  /** Where it is said how what is done or sent stands, by the same. */
  tasks: (id: ProductId) => string;
}

const hrefsUnder = (courses: string, memberships: string): Hrefs => ({
  course: (id) => `${courses}/${id}`,
  lesson: (id, lesson) => `${courses}/${id}/${lesson}`,
  membership: (id) => `${memberships}/${id}`,
  post: (id, post) => `${memberships}/${id}/${post}`,
  sessions: (id) => `/member/sessions/${id}`,
  classes: (id) => `/member/classes/${id}`,
  tasks: (id) => `/member/tasks/${id}`,
});

/** Where courses and memberships stand for whoever is not signed in. No path of a shop has such an address. */
export const COURSES = '/-/course';
export const MEMBERSHIPS = '/-/in';
/** Where the seller sees what somebody sees. */
export const SEES = '/owner/sees';

/** For whoever is signed in and has it. */
export const MINE = hrefsUnder('/member/course', '/member/in');
/** Right after buying, and for free samples. */
export const OF_ORDER = hrefsUnder(COURSES, MEMBERSHIPS);
/** For the seller, who looks at it as a member does. */
export const seenAs = (personId: string): Hrefs => hrefsUnder(`${SEES}/${personId}/course`, `${SEES}/${personId}/in`);

/** Kinds of product that are read in a place of their own; others are taken along. */
const READ: {
  [K in ProductName]?: {
    place: 'course' | 'membership' | 'sessions' | 'classes' | 'tasks';
    part: 'lesson' | 'post' | null;
    begin: (words: Words) => string;
  };
} = {
  course: { place: 'course', part: 'lesson', begin: (words) => words.pages.beginLessons },
  membership: { place: 'membership', part: 'post', begin: (words) => words.pages.goIn },
  'live-class': { place: 'classes', part: null, begin: (words) => words.pages.seeDates },
  work: { place: 'tasks', part: null, begin: (words) => words.pages.whatHappensNext },
  posted: { place: 'tasks', part: null, begin: (words) => words.pages.whereItIs },
  coaching: { place: 'sessions', part: null, begin: (words) => words.pages.bookSessions },
};

/** Where a product is read, and what its button says; null for one without such a place. */
export function readAt(
  { id, kind }: Pick<Product, 'id' | 'kind'>,
  hrefs: Hrefs,
  words: Words,
): { href: string; label: string } | null {
  const read = READ[kind];
  return read ? { href: hrefs[read.place](id), label: read.begin(words) } : null;
}

/** Where a part of it is read; null where it has no such place. */
export const partAt = ({ id, kind }: Pick<Product, 'id' | 'kind'>, part: string, hrefs: Hrefs): string | null => {
  const read = READ[kind];
  return read?.part ? hrefs[read.part](id, part) : null;
};
