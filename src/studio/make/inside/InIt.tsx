import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { describeContents, isInItself, type Product } from '#core/catalogue';
import type { ProductId } from '#core/ids';
import type { Draft } from '../../data/draft';
import { makeInsideWords } from '#say/make/inside';
const say = makeInsideWords.inIt;

/** Other products that stand in one, in order: each leads to itself; put in, moved and taken out. */
export function InIt({
  product,
  ids,
  draft,
  into,
  withPart,
  beside,
  onMoveUp,
  onTakeOut,
  onPutIn,
}: {
  product: Product;
  ids: readonly ProductId[];
  draft: Draft;
  /** What it is called in the sentence that puts something in: "the bundle". */
  into: string;
  /** The product with one more in it: whether it may stand there is asked of that. */
  withPart: (id: ProductId) => Product;
  /** What is said of each beside its title. */
  beside?: (id: ProductId, title: string) => ReactNode;
  onMoveUp: (at: number) => void;
  onTakeOut: (id: ProductId) => void;
  onPutIn: (id: ProductId) => void;
}) {
  const { products } = draft.content;
  // What holds this one cannot stand inside it.
  const others = products.filter(
    (p) =>
      p.id !== product.id &&
      !p.putAway &&
      !ids.includes(p.id) &&
      !isInItself(
        products.map((q) => (q.id === product.id ? withPart(p.id) : q)),
        product.id,
      ),
  );
  return (
    <>
      <ul>
        {ids.map((id, i) => {
          const part = products.find((p) => p.id === id);
          const title = part?.title || say.untitled;
          return (
            <li key={id} className="flex flex-wrap items-baseline gap-x-3 border-t border-line py-2">
              <Link className="min-w-40 flex-1 break-words no-underline" to={`/make/${id}`} dir="auto">
                <b className="font-semibold">{part ? title : say.deletedProduct}</b>{' '}
                <span className="cap">{part && describeContents(part)}</span>
              </Link>
              {beside?.(id, title)}
              {i > 0 && (
                <button className="opt" aria-label={say.moveUp(title)} onClick={() => onMoveUp(i)}>
                  {say.up}
                </button>
              )}
              <button className="opt" aria-label={say.remove(title)} onClick={() => onTakeOut(id)}>
                {say.remove2}
              </button>
            </li>
          );
        })}
      </ul>
      {others.length > 0 && (
        <p className="sentence">
          {say.addProduct}{' '}
          <select
            className="fill"
            aria-label={say.addProduct2(into)}
            value=""
            onChange={(event) => onPutIn(event.target.value)}
          >
            <option value="">…</option>
            {others.map((p) => (
              <option key={p.id} value={p.id}>
                {p.title || say.untitled}
              </option>
            ))}
          </select>
        </p>
      )}
    </>
  );
}

/** A list with one of its things a place further up. */
export function movedUp<T>(list: readonly T[], at: number): T[] {
  const moved = [...list];
  const [one] = moved.splice(at, 1);
  if (one !== undefined) moved.splice(at - 1, 0, one);
  return moved;
}
