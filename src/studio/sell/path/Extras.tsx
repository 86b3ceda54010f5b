import type { Extra, Path, Step } from '#core/paths';
import { change, type Draft } from '../../data/draft';
import { newId } from '../../data/ids';
import { ExtraSentence } from './ExtraSentence';
import { PriceChoice, pricesBeside } from './PriceChoice';
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.extras;

/** What can be added at the checkout, each a sentence: what it is, its words, how much it stands out. */
export function Extras({ draft, path, step }: { draft: Draft; path: Path; step: Step }) {
  const extras = step.extras ?? [];
  const taken = new Set(extras.map((e) => `${e.offerId}/${e.priceId}`));
  const free = pricesBeside(draft, path.offerId).filter((p) => !taken.has(`${p.offerId}/${p.priceId}`));
  const edit = (recipe: (extras: Extra[]) => Extra[]): void =>
    void change('path', path.id, (p) => {
      const found = p.steps.find((s) => s.id === step.id);
      if (found) found.extras = recipe(found.extras ?? []);
    });
  const set = (id: string, part: Partial<Extra>): void =>
    edit((all) => all.map((e) => (e.id === id ? { ...e, ...part } : e)));
  const move = (at: number, by: -1 | 1): void =>
    edit((all) => {
      const moved = [...all];
      const [one] = moved.splice(at, 1);
      if (one) moved.splice(at + by, 0, one);
      return moved;
    });
  return (
    <section className="sec">
      <h3>{say.extrasCheckout}</h3>
      {extras.map((extra, i) => (
        <div key={extra.id} className="mt-2 border-t border-line pt-2" role="group" aria-label={say.extra(i + 1)}>
          <ExtraSentence
            draft={draft}
            path={path}
            name={say.extraAt(i + 1)}
            step={step.id}
            extra={extra}
            onChange={(part) => set(extra.id, part)}
          />
          <p className="cap flex gap-x-3">
            {i > 0 && (
              <button className="opt" aria-label={say.moveUpExtra(i + 1)} onClick={() => move(i, -1)}>
                {say.moveUp}
              </button>
            )}
            {i < extras.length - 1 && (
              <button className="opt" aria-label={say.moveDownExtra(i + 1)} onClick={() => move(i, 1)}>
                {say.moveDown}
              </button>
            )}
            <button
              className="opt"
              aria-label={say.removeExtra(i + 1)}
              onClick={() => edit((all) => all.filter((e) => e.id !== extra.id))}
            >
              {say.remove}
            </button>
          </p>
        </div>
      ))}
      {free.length > 0 ? (
        <p className="mt-2">
          <PriceChoice
            draft={draft}
            offerId={path.offerId}
            label={say.addExtra}
            value={null}
            none={say.addExtra2}
            onChange={(named) =>
              edit((all) => [...all, { id: newId('extra'), ...named, heading: '', text: '', strength: 'clear' }])
            }
          />
        </p>
      ) : (
        extras.length === 0 && <p className="cap mt-1">{say.setPriceAnotherProduct}</p>
      )}
      <p className="cap mt-1">{say.neverPreselectedSignedCustomers}</p>
    </section>
  );
}
