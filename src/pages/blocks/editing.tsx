import type { RichText } from '#core/catalogue';
import type { Block, BlockOf } from '#core/pages';
import { Rich } from '../../ui/Rich';
import type { PageView } from '../view';

/** The editor of one field of a block, or null where the page is only read. */
export function fieldEditor<K extends Block['kind']>(
  view: PageView,
  block: BlockOf<K>,
  set: (block: BlockOf<K>, value: string) => void,
): ((value: string) => void) | null {
  const edit = view.edit;
  return edit && ((value) => edit(block.id, (draft) => set(draft as BlockOf<K>, value)));
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
