import type { Page } from '#core/pages';
import type { BlockId, StepId } from '#core/ids';
import { freeWord } from './address';
import type { Begun, Known } from './beginnings';
import type { Countdown } from './countdown';
import type { Condition, Path, Target } from './path';

/**
 * A path once more, with pages of its own: everything in it has a fresh id, and the whole a fresh address. What led to
 * other paths leads there still. What is being compared is not compared in the copy.
 * @param fresh what is new in it: ids, a short address for each entrance, and which addresses are in use
 */
export function copyPath(
  { comparisons: _, ...path }: Path,
  pages: readonly Page[],
  { taken, next, short }: Pick<Known, 'taken' | 'next' | 'short'>,
): Begun {
  const steps = new Map<StepId, StepId>(path.steps.map(({ id }) => [id, next('step')]));
  const blocks = new Map<BlockId, BlockId>();
  const stepNow = (id: StepId): StepId => steps.get(id) ?? id;
  const extras = new Map(path.steps.flatMap((s) => s.extras ?? []).map(({ id }) => [id, next('extra')]));
  // A page that stands at two steps of it stands at both of the copy.
  const own = pages.filter((page) => path.steps.some((s) => s.pageId === page.id));
  const copies = new Map(
    own.map((page) => {
      const copied = page.blocks.map((block) => {
        const id = next('b');
        blocks.set(block.id, id);
        const adds = 'adds' in block && block.adds !== undefined ? { adds: extras.get(block.adds) ?? block.adds } : {};
        return 'step' in block && block.step !== undefined
          ? { ...structuredClone(block), id, step: stepNow(block.step), ...adds }
          : { ...structuredClone(block), id, ...adds };
      });
      return [page.id, { ...page, id: next('page'), blocks: copied }];
    }),
  );
  const entrances = new Map((path.entrances ?? []).map(({ id }) => [id, next('in')]));
  const targetNow = (to: Target): Target => (to.kind === 'step' ? { kind: 'step', step: stepNow(to.step) } : to);
  const whenNow = (when: Condition): Condition =>
    when.about === 'entrance'
      ? { ...when, entranceId: entrances.get(when.entranceId) ?? when.entranceId }
      : when.about === 'extra'
        ? { ...when, extraId: extras.get(when.extraId) ?? when.extraId }
        : when;
  const thenNow = (then: Countdown['then']): Countdown['then'] =>
    then.does === 'leaves-out'
      ? { ...then, step: stepNow(then.step) }
      : then.does === 'closes'
        ? { ...then, to: targetNow(then.to) }
        : then;
  return {
    path: {
      ...path,
      id: next('path'),
      title: `${path.title}, copy`.slice(0, 200),
      address: freeWord(path.address, new Set([...taken, path.address])),
      formerAddresses: [],
      start: stepNow(path.start),
      ...(path.entrances
        ? { entrances: path.entrances.map((e) => ({ ...e, id: entrances.get(e.id) ?? e.id, short: short() })) }
        : {}),
      ...(path.bonuses
        ? {
            bonuses: path.bonuses.map((b) => ({
              ...b,
              id: next('bo'),
              entranceId: b.entranceId === null ? null : (entrances.get(b.entranceId) ?? b.entranceId),
            })),
          }
        : {}),
      ...(path.countdowns
        ? { countdowns: path.countdowns.map((c) => ({ ...c, id: next('cd'), then: thenNow(c.then) })) }
        : {}),
      steps: path.steps.map((step) => ({
        ...step,
        id: stepNow(step.id),
        pageId: copies.get(step.pageId)?.id ?? step.pageId,
        formerAddresses: [],
        ...(step.extras
          ? { extras: step.extras.map((extra) => ({ ...extra, id: extras.get(extra.id) ?? extra.id })) }
          : {}),
      })),
      joins: path.joins.map((join) => ({
        ...join,
        from: stepNow(join.from),
        to: targetNow(join.to),
        ...(join.when ? { when: whenNow(join.when) } : {}),
        ...(join.block === undefined ? {} : { block: blocks.get(join.block) ?? join.block }),
      })),
    },
    pages: [...copies.values()],
  };
}
