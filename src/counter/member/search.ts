import {
  findIn,
  type Lesson,
  lessonsOf,
  plainFromRich,
  type Product,
  productKindOf,
  type Searched,
  shownPosts,
} from '#core/catalogue';
import type { PersonId } from '#core/ids';
import { isOpen } from '#core/passes';
import { holderOf, openedTo, rightsOf } from '#core/shop';
import type { SearchAnswer } from '../../wire';
import { MINE, readAt } from '../shared/readHref';
import { groundsIn, type Reading } from '../shared/reading';

interface Place extends Searched {
  /** What it stands in. */
  within: string;
  href: string;
}

/** So many are named. */
const MOST_FOUND = 30;

/** What is found in everything that is open to somebody: products, lessons, posts, files. Nothing else is looked into. */
export function searchFor(reading: Reading, personId: PersonId, question: string): SearchAnswer {
  const found = findIn(placesOpenTo(reading, personId), question);
  return {
    found: found
      .slice(0, MOST_FOUND)
      .map(({ thing: { title, within, href }, excerpt }) => ({ title, within, href, excerpt })),
    more: Math.max(0, found.length - MOST_FOUND),
  };
}

function placesOpenTo(reading: Reading, personId: PersonId): Place[] {
  const grounds = groundsIn(reading);
  const holder = holderOf(reading.state, personId);
  return [...rightsOf(holder, grounds)].flatMap(([id, rights]): Place[] => {
    const product = grounds.products.find((p) => p.id === id);
    if (!product || !rights.some((right) => isOpen(right, grounds.now))) return [];
    const opened = openedTo(holder, product, grounds);
    return [
      placeOf(reading, product),
      ...partsOf(product).flatMap(({ id: part, title, blocks, files, href }) =>
        opened?.parts.has(part) ? [{ title, within: product.title, href, text: textOf(blocks, files) }] : [],
      ),
    ];
  });
}

/** The product itself, with the names of what opens with it. */
function placeOf(reading: Reading, product: Product): Place {
  const files = productKindOf(product)
    .openings(product)
    .filter(({ part }) => part === null);
  return {
    title: product.title,
    within: '',
    href: readAt(product, MINE, reading.words)?.href ?? '/member/',
    text: [product.promise, plainFromRich(product.description), ...files.map(({ name }) => name)].join('\n'),
  };
}

type Written = Pick<Lesson, 'title' | 'blocks' | 'files'>;

function partsOf(product: Product): (Written & { id: string; href: string })[] {
  if (product.kind === 'course')
    return lessonsOf(product).map((lesson) => ({ ...lesson, href: MINE.lesson(product.id, lesson.id) }));
  if (product.kind === 'membership')
    return shownPosts(product).map((post) => ({ ...post, href: MINE.post(product.id, post.id) }));
  return [];
}

const textOf = (blocks: Written['blocks'], files: Written['files']): string =>
  [
    ...blocks.map((block) =>
      block.kind === 'words' ? plainFromRich(block.text) : 'title' in block ? block.title : block.alt,
    ),
    ...files.map(({ name }) => name),
  ].join('\n');
