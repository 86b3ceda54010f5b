import type { Block } from '#core/pages';
import { Words } from '../Words';
import { usePageView } from '../view';

/** The title of a block that has one. */
export function BlockTitle({ block, label }: { block: Extract<Block, { title: string }>; label: string }) {
  const { edit } = usePageView();
  const onChange =
    edit &&
    ((value: string) =>
      edit(block.id, (draft) => {
        if ('title' in draft) draft.title = value.slice(0, 300);
      }));
  return <Words as="h2" className="page-h2" label={label} value={block.title} onChange={onChange} />;
}
