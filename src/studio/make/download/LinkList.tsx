import { linkProblem, type Download } from '#core/catalogue';
import { changeDownload } from './changeDownload';
import { newId } from '../../data/ids';
import { makeDownloadWords } from '#say/make/download';
const say = makeDownloadWords.linkList;

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
                aria-label={say.nameLink(i + 1)}
                placeholder={say.name}
                dir="auto"
                value={link.title}
                onChange={(e) =>
                  edit((p) => {
                    const found = p.links[i];
                    if (found) found.title = e.target.value.slice(0, 200);
                  })
                }
              />{' '}
              {say.linksTo}{' '}
              <input
                className="fill"
                aria-label={say.addressLink(i + 1)}
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
                aria-label={say.removeLink(i + 1)}
                onClick={() =>
                  edit((p) => {
                    p.links.splice(i, 1);
                  })
                }
              >
                {say.remove}
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
          {say.addLinkFileElsewhere}
        </button>
        {product.links.length > 0 && <span className="cap"> {say.buyersReachThroughPersonal}</span>}
      </p>
    </>
  );
}
