import type { BlockOf } from '#core/pages';
import { Words } from '../Words';
import { usePageView } from '../view';
import { BlockTitle } from './BlockTitle';
import { EditableRich, fieldEditor } from './editing';

/** What somebody said who bought. */
export function Testimonial({ block }: { block: BlockOf<'testimonial'> }) {
  const view = usePageView();
  return (
    <figure className="my-8 border-s-4 border-[var(--money-fill)] ps-5">
      <Words
        as="blockquote"
        className="text-xl leading-snug"
        label="What they said"
        value={block.quote}
        onChange={fieldEditor(view, block, (b, v) => {
          b.quote = v.slice(0, 1_000);
        })}
      />
      <Words
        as="figcaption"
        className="mt-2 text-ink-2"
        label="Who said it"
        value={block.who}
        onChange={fieldEditor(view, block, (b, v) => {
          b.who = v.slice(0, 300);
        })}
      />
    </figure>
  );
}

/** Who made this, with a face. */
export function Maker({ block }: { block: BlockOf<'maker'> }) {
  const view = usePageView();
  return (
    <section className="my-8 flex flex-wrap items-start gap-5">
      {block.file && (
        <img
          src={view.pictureUrl(block.file)}
          alt={block.alt}
          className="h-28 w-28 shrink-0 rounded-full object-cover"
          loading="lazy"
        />
      )}
      <div className="min-w-0 flex-1 basis-64">
        <BlockTitle block={block} label="Title about the maker" />
        <div className="mt-2">
          <EditableRich
            view={view}
            value={block.text}
            label="About the maker"
            onChange={(value) =>
              view.edit?.(block.id, (b) => {
                if (b.kind === 'maker') b.text = value;
              })
            }
          />
        </div>
      </div>
    </section>
  );
}

/** Questions, each opening on its answer. */
export function Questions({ block }: { block: BlockOf<'questions'> }) {
  const view = usePageView();
  const { edit } = view;
  const set = (i: number, field: 'question' | 'answer') =>
    edit &&
    ((value: string) =>
      edit(block.id, (b) => {
        const item = b.kind === 'questions' ? b.items[i] : undefined;
        if (item) item[field] = value.slice(0, field === 'question' ? 300 : 2_000);
      }));
  return (
    <section className="my-8">
      <BlockTitle block={block} label="Title of the questions" />
      <div className="mt-3 divide-y divide-line border-y border-line">
        {block.items.map((item, i) =>
          edit ? (
            <div key={i} className="py-3">
              <Words
                as="p"
                className="font-semibold"
                label={`Question ${i + 1}`}
                value={item.question}
                onChange={set(i, 'question')}
              />
              <Words
                as="p"
                className="mt-1"
                label={`Answer ${i + 1}`}
                value={item.answer}
                onChange={set(i, 'answer')}
              />
            </div>
          ) : (
            item.question.trim() !== '' && (
              <details key={i} className="py-3">
                <summary className="cursor-pointer font-semibold" dir="auto">
                  {item.question}
                </summary>
                <p className="mt-2 whitespace-pre-line" dir="auto">
                  {item.answer}
                </p>
              </details>
            )
          ),
        )}
      </div>
    </section>
  );
}

/** What the seller promises if it is not right. */
export function Guarantee({ block }: { block: BlockOf<'guarantee'> }) {
  const view = usePageView();
  return (
    <section className="my-8 border border-line px-5 py-4">
      <BlockTitle block={block} label="Title of the guarantee" />
      <Words
        as="p"
        className="mt-2 whitespace-pre-line"
        label="The guarantee"
        value={block.text}
        onChange={fieldEditor(view, block, (b, v) => {
          b.text = v.slice(0, 1_000);
        })}
      />
    </section>
  );
}
