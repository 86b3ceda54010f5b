import type { Projection } from '../engine/projection';
import { FEATURES } from './features';

/** Every projection of every feature. @throws Error where two have one name, and would share a store */
export const PROJECTIONS: readonly Projection[] = named(FEATURES.flatMap(({ projections = [] }) => projections));

function named(all: readonly Projection[]): readonly Projection[] {
  const names = all.map(({ name }) => name);
  const twice = names.find((name, i) => names.indexOf(name) !== i);
  if (twice !== undefined) throw new Error(`Two projections are named “${twice}”`);
  return all;
}
