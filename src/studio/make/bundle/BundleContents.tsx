import type { Bundle } from '#core/catalogue';
import { change, type Draft } from '../../data/draft';
import { InIt, movedUp } from '../inside/InIt';
import { makeBundleWords } from '#say/make/bundle';
const say = makeBundleWords.bundleContents;

/** What is in a bundle: each opens by itself the moment the bundle is bought. */
export function BundleContents({ product, draft }: { product: Bundle; draft: Draft }) {
  const edit = (recipe: (b: Bundle) => void): void =>
    void change('product', product.id, (p) => {
      if (p.kind === 'bundle') recipe(p);
    });
  return (
    <section className="sec mt-4">
      <h3 className="mb-1">{say.includedProducts}</h3>
      <InIt
        product={product}
        ids={product.parts}
        draft={draft}
        into={say.theBundle}
        withPart={(id) => ({ ...product, parts: [...product.parts, id] })}
        onMoveUp={(at) =>
          edit((b) => {
            b.parts = movedUp(b.parts, at);
          })
        }
        onTakeOut={(id) =>
          edit((b) => {
            b.parts = b.parts.filter((p) => p !== id);
          })
        }
        onPutIn={(id) =>
          edit((b) => {
            b.parts.push(id);
          })
        }
      />
      <p className="cap mt-1">{say.buyersGetAccessEach}</p>
    </section>
  );
}
