import type { Page } from '#core/pages';
import type { BlockId, StepId } from '#core/ids';
import { freeWord } from './address';
import type { Begun } from './beginnings';
import type { Path, Target } from './path';

/**
 * A path once more, with pages of its own: everything in it has a fresh id, and the whole a fresh address. What led to
 * other paths leads there still.
 * @param taken addresses that are in use; a number is added where needed
 */
export function copyPath(
  path: Path,
  pages: readonly Page[],
  taken: ReadonlySet<string>,
  next: (prefix: string) => string,
): Begun {
  const steps = new Map<StepId, StepId>(path.steps.map(({ id }) => [id, next('step')]));
  const blocks = new Map<BlockId, BlockId>();
  const stepNow = (id: StepId): StepId => steps.get(id) ?? id;
  // A page that stands at two steps of it stands at both of the copy.
  const own = pages.filter((page) => path.steps.some((s) => s.pageId === page.id));
  const copies = new Map(
    own.map((page) => {
      const copied = page.blocks.map((block) => {
        const id = next('b');
        blocks.set(block.id, id);
        return 'step' in block && block.step !== undefined
          ? { ...structuredClone(block), id, step: stepNow(block.step) }
          : { ...structuredClone(block), id };
      });
      return [page.id, { ...page, id: next('page'), blocks: copied }];
    }),
  );
  const targetNow = (to: Target): Target => (to.kind === 'step' ? { kind: 'step', step: stepNow(to.step) } : to);
  return {
    path: {
      ...path,
      id: next('path'),
      title: `${path.title}, copy`.slice(0, 200),
      address: freeWord(path.address, new Set([...taken, path.address])),
      formerAddresses: [],
      start: stepNow(path.start),
      steps: path.steps.map((step) => ({
        ...step,
        id: stepNow(step.id),
        pageId: copies.get(step.pageId)?.id ?? step.pageId,
        formerAddresses: [],
        ...(step.extras ? { extras: step.extras.map((extra) => ({ ...extra, id: next('extra') })) } : {}),
      })),
      joins: path.joins.map((join) => ({
        ...join,
        from: stepNow(join.from),
        to: targetNow(join.to),
        ...(join.block === undefined ? {} : { block: blocks.get(join.block) ?? join.block }),
      })),
    },
    pages: [...copies.values()],
  };
}
