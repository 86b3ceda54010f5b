import type { ProductName } from '#core/catalogue';

interface KindWords {
  /** What several of them are called in the index. */
  several: string;
  /** Follows the kind's name where something new is made. */
  explains: string;
}

/** What is said of each kind of product where one is begun. */
export const KIND_WORDS: Record<ProductName, KindWords> = {
  download: {
    several: 'Downloads',
    explains: 'One or more files, or a link held elsewhere, opened the moment they are paid for.',
  },
  bundle: {
    several: 'Bundles',
    explains: 'Several of your products under one price. Each opens by itself the moment the bundle is bought.',
  },
  course: {
    several: 'Courses',
    explains: 'Lessons in modules, opened all at once or week by week, with questions and a certificate if you like.',
  },
};
