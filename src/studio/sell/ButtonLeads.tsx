import type { BlockOf } from '#core/pages';
import { buttonLeadsTo, buttonPointed, joinsFrom, type Path, type Step, stepOf } from '#core/paths';
import type { PageId } from '#core/ids';
import { change, type Draft, useDraft } from '../data/draft';
import { ChoiceFill } from '../price/Fill';
import { editPath } from './path/editPath';
import { TargetFill } from './path/TargetFill';
import { sellWords } from '#say/sell';
const say = sellWords.buttonLeads;

interface Props {
  path: Path;
  pageId: PageId;
  block: BlockOf<'offer' | 'onward'>;
}

/** "The button leads to …": on with its page, or a way of its own. The way belongs to the path, so that a page can stand in several. */
export function ButtonLeads({ path, pageId, block }: Props) {
  const step = path.steps.find((s) => s.pageId === pageId);
  const draft = useDraft();
  if (!step || !draft) return <>{say.buttonLeads}</>;
  const now = buttonLeadsTo(path, step.id, block);
  const isOwn =
    joinsFrom(path, step.id).some((j) => j.by === 'button' && j.block === block.id) ||
    ('step' in block && now?.kind === 'step' && now.step === block.step);
  return (
    <>
      {say.buttonLeads2}{' '}
      <TargetFill
        content={draft.content}
        path={path}
        without={step}
        label={say.whereButtonLeads}
        value={isOwn ? now : null}
        none={say.wherePageLeads}
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
      <Adds path={path} pageId={pageId} block={block} content={draft.content} from={step} />
    </>
  );
}

/** "And adds …": an extra of the checkout that the button leads to. */
function Adds({ path, pageId, block, content, from }: Props & { content: Draft['content']; from: Step }) {
  const to = buttonLeadsTo(path, from.id, block);
  const till = to?.kind === 'step' ? stepOf(path, to.step) : undefined;
  const extras = till?.kind === 'checkout' ? (till.extras ?? []) : [];
  if (extras.length === 0 && block.adds === undefined) return null;
  return (
    <>
      {' '}
      {say.andAdds}{' '}
      <ChoiceFill
        label={say.extraButtonAdds}
        value={block.adds ?? ''}
        choices={[
          ['', say.nothing],
          ...(block.adds !== undefined && !extras.some((e) => e.id === block.adds)
            ? [[block.adds, say.deletedExtra] as const]
            : []),
          ...extras.map((e) => [e.id, content.offers.find((o) => o.id === e.offerId)?.title ?? say.anExtra] as const),
        ]}
        onChange={(id) =>
          void change('page', pageId, (page) => {
            const found = page.blocks.find((b) => b.id === block.id);
            if (found?.kind !== 'offer' && found?.kind !== 'onward') return;
            if (id === '') delete found.adds;
            else found.adds = id;
          })
        }
      />
    </>
  );
}
