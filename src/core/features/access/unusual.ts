import type { PassId, PersonId, ProductId } from '#core/ids';
import type { ShopState } from '../../engine/state';

/** Somebody who fetched files far more often than others who have the same. */
export interface MuchFetched {
  personId: PersonId;
  passId: PassId;
  productId: ProductId;
  /** How often in all; tries within a day are one. */
  fetched: number;
  /** How often others did: the middle one of all. */
  usual: number;
}

/** Among fewer there is nothing that could be called usual. */
const FEWEST = 5;
/** Whoever fetched less than this is no matter for anybody. */
const MUCH = 6;

/** Passes whose files were fetched more than double as often as is usual for what they open. */
export function muchFetched(state: Pick<ShopState, 'fileUses' | 'passes'>): MuchFetched[] {
  const counts = new Map<PassId, number>();
  for (const [key, { count }] of state.fileUses) {
    const passId = key.slice(0, key.indexOf('/'));
    counts.set(passId, (counts.get(passId) ?? 0) + count);
  }
  const byProduct = new Map<ProductId, { passId: PassId; fetched: number }[]>();
  for (const [passId, fetched] of counts) {
    const pass = state.passes.get(passId);
    if (!pass) continue;
    const all = byProduct.get(pass.productId);
    if (all) all.push({ passId, fetched });
    else byProduct.set(pass.productId, [{ passId, fetched }]);
  }
  return [...byProduct].flatMap(([productId, passes]) => {
    if (passes.length < FEWEST) return [];
    const usual = middleOf(passes.map(({ fetched }) => fetched));
    return passes
      .filter(({ fetched }) => fetched >= MUCH && fetched > 2 * usual)
      .map(({ passId, fetched }): MuchFetched => ({
        personId: state.passes.get(passId)?.personId ?? '',
        passId,
        productId,
        fetched,
        usual,
      }));
  });
}

/** The median, the lower of two in the middle. */
function middleOf(counts: number[]): number {
  const sorted = [...counts].sort((a, b) => a - b);
  return sorted[Math.floor((sorted.length - 1) / 2)] ?? 0;
}
