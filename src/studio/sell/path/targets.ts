import type { DraftContent } from '#core/documents';
import { type Path, type Step, stepsInOrder, type Target, STEP_KIND_NAMES } from '#core/paths';
import { stepName } from './stepInWords';
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.targets;

/** A target as the value of a choice. */
export const keyOf = (to: Target | null): string =>
  to === null ? '' : to.kind === 'step' ? `step/${to.step}` : to.kind === 'path' ? `path/${to.path}` : 'elsewhere/';

/** @returns null where the value names nothing */
export function targetOf(key: string): Target | null {
  const [kind, id = ''] = [key.slice(0, key.indexOf('/')), key.slice(key.indexOf('/') + 1)];
  if (kind === 'step') return { kind, step: id };
  if (kind === 'path') return { kind, path: id };
  return kind === 'elsewhere' ? { kind, href: 'https://' } : null;
}

/** Where something can lead: to a step of the path, to where another path begins, or to a page held elsewhere. */
export const targetsOf = (content: DraftContent, path: Path, without: Step | null): (readonly [string, string])[] => [
  ...stepsInOrder(path)
    .filter((s) => s.id !== without?.id)
    .map((s) => [`step/${s.id}`, `${stepName(content, s)} (${STEP_KIND_NAMES[s.kind]})`] as const),
  ...content.paths.filter((p) => p.id !== path.id).map((p) => [`path/${p.id}`, say.thePath(p.title)] as const),
  ['elsewhere/', say.pageAnotherWebsite],
];
