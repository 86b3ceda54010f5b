import { addDays, dateIn, type Instant } from '#core/calendar';
import { type Arm, checkoutsOf, designName, type Path, stepsInOrder } from '#core/paths';
import type { Order } from '#core/shop';
import type { View } from '#core/visits';
import type { Random } from './random';

/** So many days before the demo's day have visits. */
const DAYS = 60;
/** How many look at a path on a day and buy nothing, on average; by the path's address. */
const LOOKERS: Record<string, number> = {
  'dawn-field-pack': 14,
  'wren-sound-cards': 7,
  'one-minute-of-marsh': 6,
  'the-sound-library': 11,
  'wrens-in-spring': 12,
  'pack-or-library': 8,
  'evening-talk': 5,
};
const FEWEST = 3;
/** Of those who look and do not buy, so many go on to a checkout. */
const WENT_ON = 0.17;
/** Where two designs are tried, so many of those who see each go on. */
const WENT_ON_BY = { a: 0.12, b: 0.3 };
const SITES = ['birdnotes.example', 'marshwalks.example', 'slow-radio.example'] as const;
const WORDS = ['mail', 'card', 'walk'] as const;

/**
 * Invented visits of the last weeks, made by walking the paths: who bought walks as their order says, others come, look,
 * and leave somewhere. No figure of money comes from here.
 */
export function inventedVisits(
  paths: readonly Path[],
  orders: readonly Order[],
  { today, zone, release, dice }: { today: Instant; zone: string; release: number; dice: Random },
): { day: string; view: View }[] {
  const seen: { day: string; view: View }[] = [];
  const last = dateIn(today, zone);
  const first = addDays(last, -DAYS);
  const see = (day: string, path: Path, steps: readonly string[], entrance?: string, arm?: Arm): void => {
    const from = dice.next();
    const [compared] = path.comparisons ?? [];
    const design = compared && arm ? [designName(compared.id, arm)] : [];
    steps.forEach((step, i) => {
      const before = steps[i - 1];
      seen.push({
        day,
        view: {
          path: path.id,
          step,
          release,
          ...(before === undefined ? {} : { from: before }),
          ...(entrance === undefined ? {} : { entrance }),
          ...(design.length > 0 && step === compared?.step ? { seen: design } : {}),
          ...(design.length > 0 && before !== undefined && before === compared?.step ? { on: design } : {}),
          ...(i > 0 ? {} : from < 0.3 ? { site: dice.pick(SITES) } : from < 0.5 ? { words: dice.pick(WORDS) } : {}),
        },
      });
    });
  };
  for (const order of orders) {
    const path = paths.find((p) => p.id === order.came.path);
    const day = dateIn(order.at, zone);
    if (!path || day < first) continue;
    const asked = stepsInOrder(path).filter((s) => s.kind === 'offer' && order.offers[s.id]);
    const thanks = path.steps.find((s) => s.kind === 'thanks');
    const page = path.steps.find((s) => s.id === path.start && s.kind === 'page');
    const walked = [page?.id, order.came.step, ...asked.map((s) => s.id), thanks?.id];
    see(
      day,
      path,
      walked.filter((id) => id != null),
      order.came.entrance ?? undefined,
      path.comparisons && dice.next() < 0.7 ? 'b' : 'a',
    );
  }
  for (let day = first; day <= last; day = addDays(day, 1))
    for (const path of paths) {
      const many = LOOKERS[path.address] ?? FEWEST;
      const lookers = Math.round(many * (0.4 + 1.2 * dice.next()));
      for (let n = 0; n < lookers; n += 1) {
        const tills = checkoutsOf(path).map((s) => s.id);
        const arm: Arm | undefined = path.comparisons ? dice.pick(['a', 'b'] as const) : undefined;
        const goes = dice.next() < (arm ? WENT_ON_BY[arm] : WENT_ON) && tills.length > 0;
        const through = dice.next() < 0.6 ? path.entrances?.[0]?.id : undefined;
        see(day, path, [path.start, ...(goes ? [dice.pick(tills)] : [])], through, arm);
      }
    }
  return seen;
}
