import type { DraftContent } from '#core/documents';
import { type Path, type Step, stepsInOrder, type Target, STEP_KIND_NAMES } from '#core/paths';
import { stepName } from './stepInWords';

/** A target as the value of a choice. */
export const keyOf = (to: Target | null): string =>
  to === null
    ? ''
    : to.kind === 'step'
      ? `step/${to.step}`
      : to.kind === 'path'
        ? `path/${to.path}`
        : `elsewhere/${to.href}`;

/** @returns null where the value names no step and no path */
export function targetOf(key: string): Target | null {
  const [kind, id = ''] = [key.slice(0, key.indexOf('/')), key.slice(key.indexOf('/') + 1)];
  return kind === 'step' ? { kind, step: id } : kind === 'path' ? { kind, path: id } : null;
}

/** Where a way out of a step can lead: to another step, or to where another path begins. */
export function targetChoices(
  content: DraftContent,
  path: Path,
  step: Step,
  now: Target | null,
): (readonly [string, string])[] {
  return [
    ...stepsInOrder(path)
      .filter((s) => s.id !== step.id)
      .map((s) => [`step/${s.id}`, `${stepName(content, s)} (${STEP_KIND_NAMES[s.kind]})`] as const),
    ...content.paths.filter((p) => p.id !== path.id).map((p) => [`path/${p.id}`, `the path ${p.title}`] as const),
    ...(now?.kind === 'elsewhere' ? [[keyOf(now), now.href] as const] : []),
  ];
}
