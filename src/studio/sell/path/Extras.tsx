import type { Extra, Path, Step } from '#core/paths';
import { change, type Draft } from '../../data/draft';
import { newId } from '../../data/ids';
import { ChoiceFill, TextFill } from '../../price/Fill';
import { PriceChoice, pricesBeside } from './PriceChoice';

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
      <h3>Beside it, to be added</h3>
      {extras.map((extra, i) => (
        <div key={extra.id} className="mt-2 border-t border-line pt-2" role="group" aria-label={`Extra ${i + 1}`}>
          <p>
            <PriceChoice
              draft={draft}
              offerId={path.offerId}
              label={`Extra ${i + 1}: what it is`}
              value={extra}
              none="choose"
              onChange={(named) => set(extra.id, named)}
            />
            , said as{' '}
            <TextFill
              label={`Extra ${i + 1}: heading`}
              placeholder="its own title"
              most={200}
              value={extra.heading}
              onChange={(heading) => set(extra.id, { heading })}
            />
            , with{' '}
            <TextFill
              label={`Extra ${i + 1}: text`}
              placeholder="its promise"
              most={600}
              value={extra.text}
              onChange={(text) => set(extra.id, { text })}
            />
            , and stands out{' '}
            <ChoiceFill
              label={`Extra ${i + 1}: how it stands out`}
              value={extra.strength}
              choices={[
                ['quiet', 'quietly'],
                ['clear', 'clearly'],
                ['loud', 'loudly'],
              ]}
              onChange={(strength) => set(extra.id, { strength })}
            />
            . It is added by{' '}
            <ChoiceFill
              label={`Extra ${i + 1}: how it is added`}
              value={extra.look ?? 'button'}
              choices={[
                ['button', 'a button'],
                ['tick', 'a tick'],
                ['switch', 'a switch'],
              ]}
              onChange={(look) => set(extra.id, { look })}
            />
            , stands{' '}
            <ChoiceFill
              label={`Extra ${i + 1}: where it stands`}
              value={extra.place ?? 'above'}
              choices={[
                ['above', 'above the button that pays'],
                ['beside', 'beside the sums'],
              ]}
              onChange={(place) => set(extra.id, { place })}
            />{' '}
            and shows{' '}
            <ChoiceFill
              label={`Extra ${i + 1}: picture`}
              value={extra.picture ? 'yes' : 'no'}
              choices={[
                ['no', 'no picture'],
                ['yes', 'the picture of what it opens'],
              ]}
              onChange={(shown) => set(extra.id, { picture: shown === 'yes' })}
            />
            .
          </p>
          <p className="cap flex gap-x-3">
            {i > 0 && (
              <button className="opt" aria-label={`Move up extra ${i + 1}`} onClick={() => move(i, -1)}>
                Move up
              </button>
            )}
            {i < extras.length - 1 && (
              <button className="opt" aria-label={`Move down extra ${i + 1}`} onClick={() => move(i, 1)}>
                Move down
              </button>
            )}
            <button
              className="opt"
              aria-label={`Remove extra ${i + 1}`}
              onClick={() => edit((all) => all.filter((e) => e.id !== extra.id))}
            >
              Remove
            </button>
          </p>
        </div>
      ))}
      {free.length > 0 ? (
        <p className="mt-2">
          <PriceChoice
            draft={draft}
            offerId={path.offerId}
            label="Add an extra"
            value={null}
            none="Add something to be ticked …"
            onChange={(named) =>
              edit((all) => [...all, { id: newId('extra'), ...named, heading: '', text: '', strength: 'clear' }])
            }
          />
        </p>
      ) : (
        extras.length === 0 && (
          <p className="cap mt-1">Price something else in the same currency, and it can be added here with one tick.</p>
        )
      )}
      <p className="cap mt-1">Never ticked beforehand. Owners who are signed in do not see what they have.</p>
    </section>
  );
}
