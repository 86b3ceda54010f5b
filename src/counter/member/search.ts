import { findIn, plainFromRich, type Product, productKindOf, type Searched, type Written } from '#core/catalogue';
import type { PersonId } from '#core/ids';
import { isOpen } from '#core/passes';
import { holderOf, openedTo, rightsOf } from '#core/shop';
import type { SearchAnswer } from '../../wire';
import { MINE, partAt, readAt } from '../shared/readHref';
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
      ...productKindOf(product)
        .written(product)
        .filter((part) => opened?.parts.has(part.id))
        .map((part) => ({
          title: part.title,
          within: product.title,
          href: partAt(product, part.id, MINE) ?? '/member/',
          text: textOf(part),
        })),
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

const textOf = ({ blocks, files }: Written): string =>
  [
    ...blocks.map((block) =>
      block.kind === 'words' ? plainFromRich(block.text) : 'title' in block ? block.title : block.alt,
    ),
    ...files.map(({ name }) => name),
  ].join('\n');
