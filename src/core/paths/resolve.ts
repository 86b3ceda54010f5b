import type { Path, Step } from './path';
import { stepOf } from './joins';
import { hrefOf } from './steps';

export type Place = { found: 'step'; path: Path; step: Step } | { found: 'moved'; to: string } | { found: 'nothing' };

/**
 * Where a web address of the shop leads: "dawn-field-pack" to where its path begins, "dawn-field-pack/checkout" to the
 * step of that address. A former address of a path or a step forwards to the present one, for good.
 */
export function resolveAddress(paths: readonly Path[], address: string, rest: string): Place {
  const present = paths.find((p) => p.address === address);
  const path = present ?? paths.find((p) => p.formerAddresses.includes(address));
  if (!path) return { found: 'nothing' };
  const start = stepOf(path, path.start) ?? path.steps[0];
  const step =
    rest === ''
      ? start
      : (path.steps.find((s) => s.address === rest) ?? path.steps.find((s) => s.formerAddresses.includes(rest)));
  if (!step) return { found: 'nothing' };
  const href = hrefOf(path, step);
  const asked = `/${address}${rest === '' ? '' : `/${rest}`}`;
  return href === asked ? { found: 'step', path, step } : { found: 'moved', to: href };
}
