import type { RichText } from '#core/catalogue';
import type { Block, BlockOf } from '#core/pages';
import { Rich } from '../Rich';
import { Words } from '../Words';
import { type PageView, usePageView } from '../view';
import { BlockTitle } from './BlockTitle';
import { PriceChooser } from './chooser';
import { OfferBlock } from './OfferBlock';
import { Downloads, Recap } from './afterPayment';
import { Guarantee, Maker, Questions, Testimonial } from './trust';

/** One block of a page. The checkout itself is drawn by its own page, so its block is only a place. */
export function BlockView({ block }: { block: Block }) {
  const view = usePageView();
  switch (block.kind) {
    case 'headline':
      return <Headline block={block} view={view} />;
    case 'text':
      return <Text block={block} view={view} />;
    case 'picture':
      return block.file ? (
        <figure className="my-6">
          <img
            src={view.pictureUrl(block.file)}
            alt={block.alt}
            className="max-h-[26rem] w-full rounded-[var(--radius)] object-cover"
            loading="lazy"
          />
        </figure>
      ) : view.edit ? (
        <p className="my-6 border border-dashed border-edge p-6 text-ink-2">A picture. Choose one under it.</p>
      ) : null;
    case 'benefits':
      return <Benefits block={block} view={view} />;
    case 'contents':
      return <Contents block={block} view={view} />;
    case 'offer':
      return <OfferBlock block={block} />;
    case 'testimonial':
      return <Testimonial block={block} />;
    case 'maker':
      return <Maker block={block} />;
    case 'questions':
      return <Questions block={block} />;
    case 'guarantee':
      return <Guarantee block={block} />;
    case 'spacer':
      return <div className={block.size === 'small' ? 'h-8' : 'h-20'} />;
    case 'chooser':
      return <PriceChooser block={block} />;
    case 'checkout':
      return view.checkout;
    case 'recap':
      return <Recap block={block} />;
    case 'downloads':
      return <Downloads block={block} />;
  }
}

interface Of<K extends Block['kind']> {
  block: BlockOf<K>;
  view: PageView;
}

/** The editor of one field of a block, or null where the page is only read. */
export function fieldEditor<K extends Block['kind']>(
  view: PageView,
  block: BlockOf<K>,
  set: (block: BlockOf<K>, value: string) => void,
): ((value: string) => void) | null {
  const edit = view.edit;
  return edit && ((value) => edit(block.id, (draft) => set(draft as BlockOf<K>, value)));
}

function Headline({ block, view }: Of<'headline'>) {
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

function Text({ block, view }: Of<'text'>) {
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

/** Formatted text, read or edited in place. */
export function EditableRich({
  view,
  value,
  label,
  onChange,
}: {
  view: PageView;
  value: RichText;
  label: string;
  onChange: (value: RichText) => void;
}) {
  const Editor = view.richEditor;
  return view.edit && Editor ? (
    <Editor className="prose-words" label={label} value={value} onChange={onChange} />
  ) : (
    <Rich text={value} />
  );
}

function Benefits({ block, view }: Of<'benefits'>) {
  const edit = view.edit;
  return (
    <section className="my-8">
      <BlockTitle block={block} label="Title of the benefits" />
      <ul className="mt-3 space-y-2">
        {block.items.map(
          (item, i) =>
            (edit || item.trim() !== '') && (
              <li key={i} className="border-l-4 border-[var(--access-fill)] pl-4 text-lg leading-snug">
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

function Contents({ block, view }: Of<'contents'>) {
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
