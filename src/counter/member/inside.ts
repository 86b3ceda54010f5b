import { type Membership, type Product, progressIn } from '#core/catalogue';
import type { PersonId, ProductId } from '#core/ids';
import type { Right } from '#core/passes';
import { holderOf, progressOf } from '#core/shop';
import type { Insider } from '../../pages/data/membershipData';
import type { CounterContext } from '../context';
import { insiderOf } from '../shared/insider';
import { type Hrefs, MINE, readAt } from '../shared/readHref';
import type { Reading } from '../shared/reading';
import { lastHere } from './visits';

interface Inside {
  membership: Membership;
  insider: Insider;
  /** What opens it to them. */
  right: Right;
  /** Courses in it that they have begun and not finished. */
  begun: ProductId[];
}

/** A membership as somebody who is in it meets it; null where they are not. */
export function insideOf(
  context: Pick<CounterContext, 'learners' | 'runner'>,
  reading: Reading,
  personId: PersonId,
  id: ProductId,
  hrefs: Hrefs = MINE,
): Inside | null {
  const membership = reading.live?.content.products.find((p) => p.id === id);
  if (membership?.kind !== 'membership') return null;
  const { words, state } = reading;
  const productOf = (part: ProductId): Product | undefined => reading.live?.content.products.find((p) => p.id === part);
  const found = insiderOf(reading, holderOf(state, personId), membership, {
    href: hrefs.membership(id),
    postHref: (post) => hrefs.post(id, post),
    thingHref: (product) => readAt(product, hrefs, words)?.href ?? null,
    progress(part) {
      const how = howFar(reading, personId, productOf(part));
      return how ? words.course.progress(how.done, how.of) : '';
    },
    lastHere: lastHere(context, personId),
  });
  if (!found) return null;
  const begun = found.insider.things.flatMap(({ product }) => {
    const how = howFar(reading, personId, product);
    return how && how.done > 0 && !how.finished ? [product.id] : [];
  });
  return { membership, ...found, begun };
}

/** How far somebody has come with a product; null where that is not counted. */
function howFar({ state }: Reading, personId: PersonId, product: Product | undefined) {
  if (product?.kind !== 'course') return null;
  const done = progressOf(state, personId, product.id)?.done;
  return progressIn(
    product,
    (lesson) => done?.has(lesson) ?? false,
    () => true,
  );
}
