import type { Path, Step } from './path';
import { addressOfStep } from './steps';

export type Place = { found: 'step'; path: Path; step: Step } | { found: 'moved'; to: string } | { found: 'nothing' };

/**
 * Where a web address of the shop leads: "dawn-field-pack" to the first step, "dawn-field-pack/checkout",
 * "dawn-field-pack/offer-1" and "dawn-field-pack/thanks" to those steps; a former address forwards to the present one.
 */
export function resolveAddress(paths: readonly Path[], address: string, rest: string): Place {
  const path = paths.find((p) => p.address === address);
  if (path) {
    const step = rest === '' ? path.steps[0] : path.steps.find((s) => addressOfStep(path, s) === rest);
    return step ? { found: 'step', path, step } : { found: 'nothing' };
  }
  const moved = paths.find((p) => p.formerAddresses.includes(address));
  return moved ? { found: 'moved', to: `/${moved.address}${rest ? `/${rest}` : ''}` } : { found: 'nothing' };
}
