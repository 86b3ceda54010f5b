import { Link } from 'react-router';
import { type Bundle, describeContents, isInItself } from '#core/catalogue';
import { change, type Draft } from '../../data/draft';

/** What is in a bundle: each opens by itself the moment the bundle is bought. */
export function BundleContents({ product, draft }: { product: Bundle; draft: Draft }) {
  const { products } = draft.content;
  const edit = (recipe: (b: Bundle) => void): void =>
    void change('product', product.id, (p) => {
      if (p.kind === 'bundle') recipe(p);
    });
  const inIt = product.parts.map((id) => ({ id, part: products.find((p) => p.id === id) }));
  // What holds this bundle cannot stand inside it.
  const others = products.filter(
    (p) =>
      p.id !== product.id &&
      !p.putAway &&
      !product.parts.includes(p.id) &&
      !isInItself(
        products.map((q) => (q.id === product.id ? { ...product, parts: [...product.parts, p.id] } : q)),
        product.id,
      ),
  );
  return (
    <section className="sec mt-4">
      <h3 className="mb-1">In it</h3>
      <ul>
        {inIt.map(({ id, part }, i) => {
          const title = part?.title || 'Without a title';
          return (
            <li key={id} className="flex flex-wrap items-baseline gap-x-3 border-t border-line py-2">
              <Link className="min-w-40 flex-1 break-words no-underline" to={`/make/${id}`} dir="auto">
                <b className="font-semibold">{part ? title : 'something that is no longer here'}</b>{' '}
                <span className="cap">{part && describeContents(part)}</span>
              </Link>
              {i > 0 && (
                <button
                  className="opt"
                  aria-label={`Move up ${title}`}
                  onClick={() =>
                    edit((b) => {
                      const [moved] = b.parts.splice(i, 1);
                      if (moved) b.parts.splice(i - 1, 0, moved);
                    })
                  }
                >
                  Up
                </button>
              )}
              <button
                className="opt"
                aria-label={`Take out ${title}`}
                onClick={() =>
                  edit((b) => {
                    b.parts = b.parts.filter((p) => p !== id);
                  })
                }
              >
                Take out
              </button>
            </li>
          );
        })}
      </ul>
      {others.length > 0 && (
        <p className="sentence">
          Put in{' '}
          <select
            className="fill"
            aria-label="Put something into the bundle"
            value=""
            onChange={(event) =>
              edit((b) => {
                b.parts.push(event.target.value);
              })
            }
          >
            <option value="">…</option>
            {others.map((p) => (
              <option key={p.id} value={p.id}>
                {p.title || 'Without a title'}
              </option>
            ))}
          </select>
        </p>
      )}
      <p className="cap mt-1">
        Whoever buys it has each of these as if bought by itself. What you put in or take out later changes it for those
        who come after.
      </p>
    </section>
  );
}
