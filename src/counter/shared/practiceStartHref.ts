import type { EntranceId, PathId, StepId } from '#core/ids';

/** The address at which a practice buyer begins at a step of a path. */
export const practiceStartHref = (path: PathId, step: StepId, entrance: EntranceId | null): string =>
  `/-/walk/${path}/${step}${entrance === null ? '' : `?entrance=${entrance}`}`;
