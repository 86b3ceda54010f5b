import { type Bonus, entrancesOf, type Path } from '#core/paths';
import { dateIn } from '#core/calendar';
import { change, type Draft } from '../../data/draft';
import { newId } from '../../data/ids';
import { useNow } from '../../data/useNow';
import { ChoiceFill, DayFill, OptionLine } from '../../price/Fill';
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.bonuses;

/** What is given along with what is bought on a path, each a sentence. */
export function Bonuses({ draft, path }: { draft: Draft; path: Path }) {
  const bonuses = path.bonuses ?? [];
  const { products, shop } = draft.content;
  const today = dateIn(useNow(), shop.zone);
  const there = products.filter((p) => !p.putAway).map((p) => [p.id, p.title || say.untitled] as const);
  const opened = draft.content.offers.find((o) => o.id === path.offerId)?.productIds ?? [];
  const next = there.find(([id]) => !opened.includes(id) && !bonuses.some((b) => b.productId === id));
  const edit = (recipe: (all: Bonus[]) => Bonus[]): void =>
    void change('path', path.id, (p) => {
      p.bonuses = recipe(p.bonuses ?? []);
    });
  return (
    <section className="sec">
      <h3>{say.bonuses}</h3>
      {bonuses.map((bonus, i) => {
        const name = say.bonus(i + 1);
        const set = (part: Partial<Bonus>): void =>
          edit((all) => all.map((b) => (b.id === bonus.id ? { ...b, ...part } : b)));
        return (
          <div key={bonus.id} className="mt-2 border-t border-line pt-2" role="group" aria-label={name}>
            <p>
              {say.buyersHereAlsoGet}{' '}
              <ChoiceFill
                label={say.whatItIs(name)}
                value={bonus.productId}
                choices={[
                  ...(there.some(([id]) => id === bonus.productId) ? [] : [[bonus.productId, say.chooseOne] as const]),
                  ...there,
                ]}
                onChange={(productId) => set({ productId })}
              />{' '}
              {say.asBonus}{' '}
              <ChoiceFill
                label={say.whoGets(name)}
                value={bonus.entranceId ?? ''}
                choices={[
                  ['', say.everybody],
                  ...entrancesOf(path).map((e) => [e.id, say.buyersWhoCameThrough(e.note || e.word)] as const),
                ]}
                onChange={(id) => set({ entranceId: id === '' ? null : id })}
              />
              {say.announced}{' '}
              <ChoiceFill
                label={say.whereAnnounced(name)}
                value={bonus.said ? 'before' : 'after'}
                choices={[
                  ['before', say.atCheckout],
                  ['after', say.onlyThankYouPage],
                ]}
                onChange={(when) => set({ said: when === 'before' })}
              />
              .
            </p>
            {bonus.until !== null && (
              <OptionLine name={say.itsLastDay(name)} onRemove={() => set({ until: null })}>
                {say.untilEnd}{' '}
                <DayFill
                  label={say.lastDay(name)}
                  value={bonus.until}
                  onChange={(until) => set({ until: until || today })}
                />
              </OptionLine>
            )}
            <p className="cap flex gap-x-3">
              {bonus.until === null && (
                <button className="opt" aria-label={say.addEnd(name)} onClick={() => set({ until: today })}>
                  {say.addEnd2}
                </button>
              )}
              <button
                className="opt"
                aria-label={say.remove(name)}
                onClick={() => edit((all) => all.filter((b) => b.id !== bonus.id))}
              >
                {say.remove2}
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
            {say.addBonus}
          </button>
        </p>
      )}
      <p className="cap">{say.opensOrderRefundOrder}</p>
    </section>
  );
}
