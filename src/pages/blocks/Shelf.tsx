import type { BlockOf } from '#core/pages';
import { type ListedView, usePageView } from '../view';
import { Words } from '../Words';
import { BlockTitle } from './BlockTitle';

/** Some of what the shop sells, each leading to its own path. */
export function Shelf({ offers }: { offers: readonly ListedView[] }) {
  return (
    <ul>
      {offers.map((offer) => (
        <li key={offer.href} className="border-t border-line py-4">
          <a href={offer.href} className="flex items-center gap-5 no-underline">
            {offer.picture !== null && (
              <img
                src={offer.picture}
                alt={offer.alt}
                className="h-20 w-28 shrink-0 rounded-[var(--radius)] object-cover"
              />
            )}
            <span className="min-w-0">
              <b className="font-head text-lg font-semibold underline" dir="auto">
                {offer.title}
              </b>
              <br />
              <span className="text-ink-2" dir="auto">
                {offer.promise}
              </span>
              <br />
              <span className="text-money font-semibold">{offer.amounts}</span>
            </span>
          </a>
        </li>
      ))}
    </ul>
  );
}

/** A shelf on a page: what is not sold now does not stand on it. */
export function ShelfBlock({ block }: { block: BlockOf<'shelf'> }) {
  const view = usePageView();
  const offers = block.paths.flatMap((path) => view.listed(path) ?? []);
  if (offers.length === 0 && !view.edit) return null;
  return (
    <section className="my-8">
      <BlockTitle block={block} label="Title of the shelf" />
      {offers.length === 0 ? (
        <p className="my-3 border border-dashed border-edge p-6 text-ink-2">What stands here is chosen under it.</p>
      ) : (
        <div className="mt-3">
          <Shelf offers={offers} />
        </div>
      )}
    </section>
  );
}

/** Links under one another; one that leads nowhere any more is left out. */
export function LinksBlock({ block }: { block: BlockOf<'links'> }) {
  const view = usePageView();
  const { edit } = view;
  return (
    <ul className="link-keel my-6">
      {block.links.map(({ label, to }, i) => {
        const href = to.kind === 'elsewhere' ? to.href : view.pathHref(to.path);
        if (edit)
          return (
            <li key={i} className="link-words">
              <Words
                as="span"
                label={`Words of link ${i + 1}`}
                value={label}
                onChange={(value) =>
                  edit(block.id, (b) => {
                    const link = b.kind === 'links' ? b.links[i] : undefined;
                    if (link) link.label = value.slice(0, 300);
                  })
                }
              />
            </li>
          );
        return href === null || href === '' ? null : (
          <li key={i}>
            <a href={href} {...(to.kind === 'elsewhere' ? { rel: 'noopener' } : {})} dir="auto">
              {label.trim() === '' ? href : label}
            </a>
          </li>
        );
      })}
    </ul>
  );
}
