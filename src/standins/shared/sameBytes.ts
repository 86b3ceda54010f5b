import { timingSafeEqual } from 'node:crypto';

/** Compares without telling by its time where two texts differ. */
export function sameBytes(a: string, b: string): boolean {
  const [x, y] = [Buffer.from(a), Buffer.from(b)];
  return x.length === y.length && timingSafeEqual(x, y);
}
