import type { BlockOf } from '#core/pages';
import { Words } from '../Words';
import { usePageView } from '../view';
import { fieldEditor } from './editing';

/** A button that leads to where its step leads, or to where it was pointed; in the studio its words are edited in place. */
export function OnwardButton({ block, otherwise }: { block: BlockOf<'offer' | 'onward'>; otherwise: string }) {
  const view = usePageView();
  return view.edit ? (
    <div className="btn btn-primary btn-page mt-2">
      <Words
        as="span"
        label="Words on the button"
        value={block.button}
        onChange={fieldEditor(view, block, (b, v) => {
          b.button = v.slice(0, 60);
        })}
      />
    </div>
  ) : (
    <a className="btn btn-primary btn-page mt-2" href={view.leadsTo(block)}>
      {block.button.trim() === '' ? otherwise : block.button}
    </a>
  );
}

/** A button and nothing else. */
export function OnwardBlock({ block }: { block: BlockOf<'onward'> }) {
  const { words } = usePageView();
  return (
    <div className="my-8">
      <OnwardButton block={block} otherwise={words.goOn} />
    </div>
  );
}
