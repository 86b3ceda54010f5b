import type { StepId } from '#core/ids';
import type { Path } from '#core/paths';
import type { StepFigures } from '#core/visits';
import { usePathFiguresQuery } from '../../data/ownerApi';
import type { PathFigures } from '../../../wire';

/** So often what is counted is asked for again while a path is looked at. */
const AGAIN_MS = 60_000;

/** What was counted of a path in its last days; null while it is not known, or the path is not live. */
export function useFigures(path: Path, days: number): PathFigures | null {
  const { data } = usePathFiguresQuery({ pathId: path.id, days }, { pollingInterval: AGAIN_MS });
  return data?.figures ?? null;
}

export const figuresAt = (figures: PathFigures | null, step: StepId): StepFigures | undefined =>
  figures?.steps.find((s) => s.step === step);

/** "31 %", or nothing where there were too few to tell. */
export const percent = (share: number | null): string => (share === null ? '' : `${Math.round(share * 100)} %`);

export const counted = (n: number): string => n.toLocaleString('en');
