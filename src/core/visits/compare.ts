/** What came of one design: how many visitors saw it, and the sum and the sum of squares of what each came to. */
export interface ArmFigures {
  came: number;
  sum: number;
  squares: number;
}

/** What can be said of two designs at any hour. Shares are from 0 to 1, money is minor units a visitor. */
export type Verdict =
  | { says: 'too-few' }
  /** How many more days at the present pace until a difference as it looks now could be told; null where not within two years. */
  | { says: 'none-yet'; moreDays: number | null }
  /** The better one, and between what its advantage lies. */
  | { says: 'better'; arm: 'a' | 'b'; from: number; to: number };

/** How seldom a difference may be claimed that is none, however often it is looked. */
const ALPHA = 0.05;
/** The bounds are tightest around so many visitors. */
const TIGHTEST_AT = 5_000;
const FEWEST_EACH = 100;
/** Below this nothing is known of how far visitors differ. */
const FEWEST_WHO_DID = 25;
const MOST_DAYS = 730;

/** As the paper has it for the smallest bound at a chosen sample size. */
const RHO_SQUARED = (-2 * Math.log(ALPHA) + Math.log(-2 * Math.log(ALPHA)) + 1) / TIGHTEST_AT;

/**
 * How many standard errors wide the bound is at `t` visitors, so that it holds at every `t` at once.
 * Source: Waudby-Smith, Arbour, Sinha, Kennedy, Ramdas, "Time-uniform central limit theory and asymptotic confidence
 * sequences", 2021, theorem 2.2, with the variance estimated as it goes (from memory).
 */
export const boundAt = (t: number): number =>
  Math.sqrt(((2 * (t * RHO_SQUARED + 1)) / (t * RHO_SQUARED)) * Math.log(Math.sqrt(t * RHO_SQUARED + 1) / ALPHA));

const meanOf = ({ sum, came }: ArmFigures): number => sum / came;
const varianceOf = (arm: ArmFigures): number => Math.max(0, arm.squares / arm.came - meanOf(arm) ** 2);

/**
 * Compares two designs by a confidence sequence: its sentence holds under looking at any hour, unlike that of a test which
 * is meant to be read once.
 * @param did how many visitors of both did what is counted
 * @param days how long it has been going on, for how much longer it may need
 */
export function compareArms(a: ArmFigures, b: ArmFigures, did: number, days: number): Verdict {
  if (Math.min(a.came, b.came) < FEWEST_EACH || did < FEWEST_WHO_DID) return { says: 'too-few' };
  const difference = meanOf(b) - meanOf(a);
  const t = a.came + b.came;
  const error = Math.sqrt(varianceOf(a) / a.came + varianceOf(b) / b.came);
  const half = boundAt(t) * error;
  const size = Math.abs(difference);
  if (size > half) return { says: 'better', arm: difference > 0 ? 'b' : 'a', from: size - half, to: size + half };
  // With k times as many visitors the error is the k-th part under the root, and the bound a little wider.
  const enough = (k: number): boolean => size > (boundAt(t * k) * error) / Math.sqrt(k);
  const most = (MOST_DAYS + days) / Math.max(1, days);
  if (!enough(most)) return { says: 'none-yet', moreDays: null };
  let [few, many] = [1, most];
  while ((many - few) * days > 0.5) {
    const k = (few + many) / 2;
    if (enough(k)) many = k;
    else few = k;
  }
  return { says: 'none-yet', moreDays: Math.max(1, Math.ceil((many - 1) * days)) };
}
