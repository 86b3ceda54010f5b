import { type Bonus, entrancesOf, type Path } from '#core/paths';
import { dateIn } from '#core/calendar';
import { change, type Draft } from '../../data/draft';
import { newId } from '../../data/ids';
import { useNow } from '../../data/useNow';
import { ChoiceFill, DayFill, OptionLine } from '../../price/Fill';

/** What is given along with what is bought on a path, each a sentence. */
export function Bonuses({ draft, path }: { draft: Draft; path: Path }) {
  const bonuses = path.bonuses ?? [];
  const { products, shop } = draft.content;
  const today = dateIn(useNow(), shop.zone);
  const there = products.filter((p) => !p.putAway).map((p) => [p.id, p.title || 'Without a title'] as const);
  const opened = draft.content.offers.find((o) => o.id === path.offerId)?.productIds ?? [];
  const next = there.find(([id]) => !opened.includes(id) && !bonuses.some((b) => b.productId === id));
  const edit = (recipe: (all: Bonus[]) => Bonus[]): void =>
    void change('path', path.id, (p) => {
      p.bonuses = recipe(p.bonuses ?? []);
    });
  return (
    <section className="sec">
      <h3>Given along</h3>
      {bonuses.map((bonus, i) => {
        const name = `Bonus ${i + 1}`;
        const set = (part: Partial<Bonus>): void =>
          edit((all) => all.map((b) => (b.id === bonus.id ? { ...b, ...part } : b)));
        return (
          <div key={bonus.id} className="mt-2 border-t border-line pt-2" role="group" aria-label={name}>
            <p>
              Whoever buys here gets{' '}
              <ChoiceFill
                label={`${name}: what is given`}
                value={bonus.productId}
                choices={[
                  ...(there.some(([id]) => id === bonus.productId) ? [] : [[bonus.productId, 'choose it'] as const]),
                  ...there,
                ]}
                onChange={(productId) => set({ productId })}
              />{' '}
              as well,{' '}
              <ChoiceFill
                label={`${name}: who gets it`}
                value={bonus.entranceId ?? ''}
                choices={[
                  ['', 'everybody'],
                  ...entrancesOf(path).map((e) => [e.id, `whoever came through ${e.note || e.word}`] as const),
                ]}
                onChange={(id) => set({ entranceId: id === '' ? null : id })}
              />
              , and reads of it{' '}
              <ChoiceFill
                label={`${name}: when it is said`}
                value={bonus.said ? 'before' : 'after'}
                choices={[
                  ['before', 'at the checkout'],
                  ['after', 'only on the thank-you page'],
                ]}
                onChange={(when) => set({ said: when === 'before' })}
              />
              .
            </p>
            {bonus.until !== null && (
              <OptionLine name={`${name}, its last day`} onRemove={() => set({ until: null })}>
                until the end of{' '}
                <DayFill
                  label={`${name}: last day`}
                  value={bonus.until}
                  onChange={(until) => set({ until: until || today })}
                />
              </OptionLine>
            )}
            <p className="cap flex gap-x-3">
              {bonus.until === null && (
                <button className="opt" aria-label={`${name}: add an end`} onClick={() => set({ until: today })}>
                  Add an end
                </button>
              )}
              <button
                className="opt"
                aria-label={`Remove ${name}`}
                onClick={() => edit((all) => all.filter((b) => b.id !== bonus.id))}
              >
                Remove
              </button>
            </p>
          </div>
        );
      })}
      {next && (
        <p className="mt-2">
          <button
            className="opt"
            onClick={() =>
              edit((all) => [
                ...all,
                { id: newId('bo'), productId: next[0], entranceId: null, until: null, said: true },
              ])
            }
          >
            Give something along
          </button>
        </p>
      )}
      <p className="cap">It opens with the order, and closes with it when the money goes back.</p>
    </section>
  );
}
