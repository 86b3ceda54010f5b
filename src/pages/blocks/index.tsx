import { type ComponentType, memo } from 'react';
import type { Block, BlockName, BlockOf } from '#core/pages';
import { Words } from '../Words';
import { usePageView } from '../view';
import { BlockTitle } from './BlockTitle';
import { EditableRich, fieldEditor } from './editing';
import { PriceChooser } from './chooser';
import { OfferBlock } from './OfferBlock';
import { OnwardBlock } from './OnwardButton';
import { LinksBlock, ShelfBlock } from './Shelf';
import { Downloads, Recap } from './afterPayment';
import { Guarantee, Maker, Questions, Testimonial } from './trust';

type Views = { [K in BlockName]: ComponentType<{ block: BlockOf<K> }> };

/** How each kind of block looks: a kind without a line here does not compile. */
const VIEWS: Views = {
  headline: Headline,
  text: Text,
  picture: Picture,
  benefits: Benefits,
  contents: Contents,
  offer: OfferBlock,
  testimonial: Testimonial,
  maker: Maker,
  questions: Questions,
  guarantee: Guarantee,
  spacer: Spacer,
  chooser: PriceChooser,
  onward: OnwardBlock,
  checkout: CheckoutPlace,
  recap: Recap,
  downloads: Downloads,
  shelf: ShelfBlock,
  links: LinksBlock,
};

/** One block of a page: drawn again only when it, or what it reads of the shop, is another. */
export const BlockView = memo(function BlockView({ block }: { block: Block }) {
  const View = VIEWS[block.kind] as ComponentType<{ block: Block }>;
  return <View block={block} />;
});

/** The checkout itself is drawn by its own page, so its block is only a place. */
function CheckoutPlace() {
  return usePageView().checkout;
}

function Spacer({ block }: { block: BlockOf<'spacer'> }) {
  return <div className={block.size === 'small' ? 'h-8' : 'h-20'} />;
}

function Picture({ block }: { block: BlockOf<'picture'> }) {
  const view = usePageView();
  if (block.file)
    return (
      <figure className="my-6">
        <img
          src={view.pictureUrl(block.file)}
          alt={block.alt}
          className="max-h-[26rem] w-full rounded-[var(--radius)] object-cover"
          loading="lazy"
        />
      </figure>
    );
  return view.edit ? (
    <p className="my-6 border border-dashed border-edge p-6 text-ink-2">A picture. Choose one under it.</p>
  ) : null;
}

function Headline({ block }: { block: BlockOf<'headline'> }) {
  const view = usePageView();
  return (
    <header className="pt-8 pb-2">
      <Words
        as="h1"
        className="font-head text-[2.1rem] leading-[1.08] @lg:text-[2.8rem]"
        label="Headline"
        value={block.text}
        onChange={fieldEditor(view, block, (b, v) => {
          b.text = v.slice(0, 300);
        })}
      />
      <Words
        as="p"
        className="mt-3 text-xl leading-snug text-ink-2"
        label="Line under the headline"
        value={block.under}
        onChange={fieldEditor(view, block, (b, v) => {
          b.under = v.slice(0, 300);
        })}
      />
    </header>
  );
}

function Text({ block }: { block: BlockOf<'text'> }) {
  const view = usePageView();
  return (
    <EditableRich
      view={view}
      value={block.text}
      label="Text"
      onChange={(value) =>
        view.edit?.(block.id, (b) => {
          if (b.kind === 'text') b.text = value;
        })
      }
    />
  );
}

function Benefits({ block }: { block: BlockOf<'benefits'> }) {
  const view = usePageView();
  const edit = view.edit;
  return (
    <section className="my-8">
      <BlockTitle block={block} label="Title of the benefits" />
      <ul className="mt-3 space-y-2">
        {block.items.map(
          (item, i) =>
            (edit || item.trim() !== '') && (
              <li key={i} className="border-s-4 border-[var(--access-fill)] ps-4 text-lg leading-snug">
                <Words
                  as="span"
                  label={`Benefit ${i + 1}`}
                  value={item}
                  onChange={
                    edit &&
                    ((value) =>
                      edit(block.id, (b) => {
                        if (b.kind === 'benefits') b.items[i] = value.slice(0, 300);
                      }))
                  }
                />
              </li>
            ),
        )}
      </ul>
    </section>
  );
}

function Contents({ block }: { block: BlockOf<'contents'> }) {
  const view = usePageView();
  return (
    <section className="my-8">
      <BlockTitle block={block} label="Title of the contents" />
      <ul className="mt-3 divide-y divide-line border-y border-line">
        {view.things.map((thing, i) => (
          <li key={i} className="flex flex-wrap items-baseline justify-between gap-x-6 py-3">
            <span>
              <b className="font-semibold" dir="auto">
                {thing.title}
              </b>
              {thing.promise !== '' && (
                <>
                  <br />
                  <span className="text-ink-2" dir="auto">
                    {thing.promise}
                  </span>
                </>
              )}
            </span>
            <span className="text-access">{thing.files}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
