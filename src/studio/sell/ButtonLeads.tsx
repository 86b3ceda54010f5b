import type { BlockOf } from '#core/pages';
import { buttonLeadsTo, buttonPointed, joinsFrom, type Path, STEP_KIND_NAMES, stepsInOrder } from '#core/paths';
import type { PageId } from '#core/ids';
import { change } from '../data/draft';
import { ChoiceFill } from '../price/Fill';
import { editPath } from './path/editPath';

interface Props {
  path: Path;
  pageId: PageId;
  block: BlockOf<'offer' | 'onward'>;
}

/** "The button leads to …": on with its page, or a way of its own. The way belongs to the path, so that a page can stand in several. */
export function ButtonLeads({ path, pageId, block }: Props) {
  const step = path.steps.find((s) => s.pageId === pageId);
  if (!step) return <>The button leads on</>;
  const now = buttonLeadsTo(path, step.id, block);
  const isOwn =
    joinsFrom(path, step.id).some((j) => j.by === 'button' && j.block === block.id) ||
    ('step' in block && now?.kind === 'step' && now.step === block.step);
  return (
    <>
      The button leads to{' '}
      <ChoiceFill
        label="Where the button leads"
        value={isOwn && now?.kind === 'step' ? now.step : ''}
        choices={[
          ['', 'where the page leads on'],
          ...stepsInOrder(path)
            .filter((s) => s.pageId !== pageId)
            .map(
              (s, i) => [s.id, `${i + 1}. ${STEP_KIND_NAMES[s.kind]}${s.note === '' ? '' : `, ${s.note}`}`] as const,
            ),
        ]}
        onChange={(to) => {
          void editPath(path.id, (p) =>
            buttonPointed(p, step.id, block.id, to === '' ? null : { kind: 'step', step: to }),
          );
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
