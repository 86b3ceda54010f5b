import { linkProblem } from '#core/catalogue';
import type { BlockOf } from '#core/pages';
import { useDraft } from '../data/draft';
import { ChoiceFill, TextFill } from '../price/Fill';
import { sellWords } from '#say/sell';
const say = sellWords.frontSettings;

/** The paths that something can stand for on a page of the shop's own: those that sell. */
function usePathChoices(): (readonly [string, string])[] {
  const paths = useDraft()?.content.paths ?? [];
  return paths.filter((p) => !p.front).map((p) => [p.id, p.title || say.untitled] as const);
}

/** What stands on a shelf, in its order. */
export function ShelfSettings({
  block,
  set,
}: {
  block: BlockOf<'shelf'>;
  set: (recipe: (b: BlockOf<'shelf'>) => void) => void;
}) {
  const choices = usePathChoices();
  const free = choices.filter(([id]) => !block.paths.includes(id));
  const name = (id: string): string => choices.find(([known]) => known === id)?.[1] ?? say.deletedProduct;
  return (
    <span>
      {say.itShows}{' '}
      {block.paths.map((id, i) => (
        <span key={id}>
          {i > 0 && ', '}
          <span dir="auto">{name(id)}</span>{' '}
          {i > 0 && (
            <button
              className="opt"
              aria-label={say.moveForward(name(id))}
              onClick={() =>
                set((b) => {
                  const [one] = b.paths.splice(i, 1);
                  if (one !== undefined) b.paths.splice(i - 1, 0, one);
                })
              }
            >
              {say.earlier}
            </button>
          )}{' '}
          <button
            className="opt"
            aria-label={say.remove(name(id))}
            onClick={() => set((b) => void b.paths.splice(i, 1))}
          >
            {say.remove2}
          </button>
        </span>
      ))}
      {block.paths.length === 0 && say.nothingYet}
      {free.length > 0 && (
        <>
          {block.paths.length > 0 ? say.and : ': '}
          <ChoiceFill
            label={say.addSomethingSellHere}
            value=""
            choices={[['', say.add], ...free]}
            onChange={(id) => id !== '' && set((b) => void b.paths.push(id))}
          />
        </>
      )}
      .
    </span>
  );
}

/** Where each link leads; its words are edited in their place. */
export function LinksSettings({
  block,
  set,
}: {
  block: BlockOf<'links'>;
  set: (recipe: (b: BlockOf<'links'>) => void) => void;
}) {
  const choices = usePathChoices();
  return (
    <span>
      {block.links.map(({ label, to }, i) => {
        const name = say.link(i + 1);
        const wrong = to.kind === 'elsewhere' ? linkProblem({ url: to.href }) : null;
        return (
          <span key={i} className="block" role="group" aria-label={name}>
            <span dir="auto">{label || name}</span> {say.leadsTo}{' '}
            <ChoiceFill
              label={say.whereItLeads(name)}
              value={to.kind === 'path' ? to.path : ''}
              choices={[
                ['', say.anotherWebsite],
                ...(to.kind === 'path' && !choices.some(([id]) => id === to.path)
                  ? [[to.path, say.somethingDeleted] as const]
                  : []),
                ...choices,
              ]}
              onChange={(id) =>
                set((b) => {
                  const link = b.links[i];
                  if (link) link.to = id === '' ? { kind: 'elsewhere', href: '' } : { kind: 'path', path: id };
                })
              }
            />
            {to.kind === 'elsewhere' && (
              <>
                {': '}
                <TextFill
                  label={say.itsAddress(name)}
                  placeholder="https://"
                  most={2_000}
                  value={to.href}
                  invalid={wrong !== null}
                  onChange={(href) =>
                    set((b) => {
                      const link = b.links[i];
                      if (link?.to.kind === 'elsewhere') link.to.href = href.trim();
                    })
                  }
                />
              </>
            )}{' '}
            <button className="opt" aria-label={say.remove(name)} onClick={() => set((b) => void b.links.splice(i, 1))}>
              {say.remove3}
            </button>
          </span>
        );
      })}
      <button
        className="opt"
        onClick={() => set((b) => void b.links.push({ label: '', to: { kind: 'elsewhere', href: '' } }))}
      >
        {say.addLink}
      </button>
    </span>
  );
}
