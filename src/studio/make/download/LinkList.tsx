import { linkProblem, type Download } from '#core/catalogue';
import { changeDownload } from './changeDownload';
import { newId } from '../../data/ids';

/** What is held elsewhere: a film, a shared folder. Buyers reach it through their own link only. */
export function LinkList({ product }: { product: Download }) {
  const edit = (recipe: (p: Download) => void): void => void changeDownload(product.id, recipe);
  return (
    <>
      {product.links.map((link, i) => {
        const problem = link.url === '' ? null : linkProblem(link);
        return (
          <div key={link.id}>
            <p className="sentence">
              <input
                className="fill"
                aria-label={`Name of link ${i + 1}`}
                placeholder="What it is called"
                dir="auto"
                value={link.title}
                onChange={(e) =>
                  edit((p) => {
                    const found = p.links[i];
                    if (found) found.title = e.target.value.slice(0, 200);
                  })
                }
              />{' '}
              is held elsewhere, at{' '}
              <input
                className="fill"
                aria-label={`Address of link ${i + 1}`}
                placeholder="https://"
                aria-invalid={problem !== null}
                value={link.url}
                onChange={(e) =>
                  edit((p) => {
                    const found = p.links[i];
                    if (found) found.url = e.target.value.slice(0, 2_000);
                  })
                }
              />
              .{' '}
              <button
                className="opt"
                aria-label={`Remove link ${i + 1}`}
                onClick={() =>
                  edit((p) => {
                    p.links.splice(i, 1);
                  })
                }
              >
                remove
              </button>
            </p>
            {problem !== null && <p className="wrong">{problem}</p>}
          </div>
        );
      })}
      <p>
        <button
          className="opt"
          onClick={() =>
            edit((p) => {
              p.links.push({ id: newId('l'), title: '', url: '' });
            })
          }
        >
          Add a link held elsewhere
        </button>
        {product.links.length > 0 && (
          <span className="cap">
            {' '}
            Buyers are led there through a link of their own; who has once been there knows the address.
          </span>
        )}
      </p>
    </>
  );
}
