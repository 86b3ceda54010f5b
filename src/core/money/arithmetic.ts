/**
 * a × b ÷ c on whole numbers, rounded once, half away from zero. No floating point anywhere.
 * @param a whole minor units (or any whole number)
 * @param b whole number
 * @param c whole number, not zero
 * @throws RangeError when an argument or the result is not a safe whole number, or c is zero
 */
export function mulDiv(a: number, b: number, c: number): number {
  for (const n of [a, b, c]) if (!Number.isSafeInteger(n)) throw new RangeError(`Not a whole number: ${n}`);
  if (c === 0) throw new RangeError('Division by zero');
  const product = BigInt(a) * BigInt(b);
  const divisor = BigInt(c);
  const negative = product < 0n !== divisor < 0n && product !== 0n;
  const p = product < 0n ? -product : product;
  const d = divisor < 0n ? -divisor : divisor;
  const rounded = (p * 2n + d) / (d * 2n);
  const result = Number(negative ? -rounded : rounded);
  if (!Number.isSafeInteger(result)) throw new RangeError('The result is too large');
  return result;
}

/**
 * Divides `total` in proportion to `weights` by largest remainder; ties go to earlier shares.
 * The shares always sum to `total`: 100.00 in 3 equal parts is 33.34, 33.33, 33.33.
 * @param total whole minor units, not negative
 * @param weights whole numbers, not negative, at least one above zero
 * @throws RangeError on anything else
 */
export function allocate(total: number, weights: readonly number[]): number[] {
  if (!Number.isSafeInteger(total) || total < 0) throw new RangeError(`Not an amount: ${total}`);
  if (weights.some((w) => !Number.isSafeInteger(w) || w < 0))
    throw new RangeError('Weights are whole numbers of zero or more');
  const whole = weights.reduce((acc, w) => acc + BigInt(w), 0n);
  if (whole === 0n) throw new RangeError('At least one weight is above zero');
  const products = weights.map((w) => BigInt(total) * BigInt(w));
  const shares = products.map((p) => Number(p / whole));
  let left = total - sum(shares);
  const byRemainder = products
    .map((p, i) => ({ i, remainder: p % whole }))
    .sort((x, y) => (x.remainder === y.remainder ? x.i - y.i : x.remainder < y.remainder ? 1 : -1));
  for (const { i } of byRemainder) {
    if (left === 0) break;
    shares[i] = (shares[i] ?? 0) + 1;
    left -= 1;
  }
  return shares;
}

/** The sum of whole amounts. */
export function sum(amounts: Iterable<number>): number {
  let total = 0;
  for (const a of amounts) total += a;
  return total;
}
