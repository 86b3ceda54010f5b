import type { BlockOf } from '#core/pages';
import { buttonLeadsTo, buttonPointed, joinsFrom, type Path } from '#core/paths';
import type { PageId } from '#core/ids';
import { change, useDraft } from '../data/draft';
import { editPath } from './path/editPath';
import { TargetFill } from './path/TargetFill';

interface Props {
  path: Path;
  pageId: PageId;
  block: BlockOf<'offer' | 'onward'>;
}

/** "The button leads to …": on with its page, or a way of its own. The way belongs to the path, so that a page can stand in several. */
export function ButtonLeads({ path, pageId, block }: Props) {
  const step = path.steps.find((s) => s.pageId === pageId);
  const draft = useDraft();
  if (!step || !draft) return <>The button leads on</>;
  const now = buttonLeadsTo(path, step.id, block);
  const isOwn =
    joinsFrom(path, step.id).some((j) => j.by === 'button' && j.block === block.id) ||
    ('step' in block && now?.kind === 'step' && now.step === block.step);
  return (
    <>
      The button leads to{' '}
      <TargetFill
        content={draft.content}
        path={path}
        without={step}
        label="Where the button leads"
        value={isOwn ? now : null}
        none="where the page leads on"
        onChange={(to) => {
          void editPath(path.id, (p) => buttonPointed(p, step.id, block.id, to));
          // A step that was named by the page itself gives way to what is said here.
          if ('step' in block && block.step !== undefined)
            void change('page', pageId, (page) => {
              const found = page.blocks.find((b) => b.id === block.id);
              if (found?.kind === 'offer') delete found.step;
            });
        }}
      />
    </>
  );
}
