import { addMs, HOUR, type Instant } from '#core/calendar';
import type { OnlyAt } from '#core/catalogue';
import type { EntranceId, PriceId, StepId } from '#core/ids';
import { type Bonus, bonusEnds, bonusesFor } from './bonus';
import { type Countdown, countdownEnds } from './countdown';
import { removeStep } from './editing';
import { type Entrance, entrancesOf, entranceState } from './entrance';
import type { Path, Step, Target } from './path';

/** How somebody came to a path, as far as it is known of them. */
export interface Coming {
  /** The moment that counts: now, or when their checkout began. */
  at: Instant;
  /** The last entrance they came through. */
  entrance?: EntranceId | null | undefined;
  /** When they first came to the path; now where they have not been here. */
  first?: Instant | null | undefined;
  /** The last email whose link led them here: nothing they see goes by it, what they buy is counted for it. */
  email?: string | null | undefined;
  /** When they first turned back. */
  turnedBack?: Instant | null | undefined;
  /** The visitor's name where they have one: which of two designs they see hangs on it. */
  seed?: string | null | undefined;
  /** The comparisons whose design they have seen. */
  seen?: readonly string[] | undefined;
}

/** What is sold where a path is: the prices that are for few, and the zone that days are counted in. */
export interface Sold {
  offers: readonly { prices: readonly { id: PriceId; onlyAt?: OnlyAt | null | undefined }[] }[];
  shop: { zone: string };
}

/** What one visitor sees of a path at one moment. Pages, checkout and charge read it here. */
export interface Sight {
  /** The entrance that counts for them, while it is open. */
  entrance: Entrance | null;
  shows: (price: PriceId) => boolean;
  /** Where they are led instead: the path has closed for them. */
  closedTo: Target | null;
  /** What is given along with what they buy. */
  bonuses: readonly Bonus[];
  /** Steps they are led past. */
  leftOut: ReadonlySet<StepId>;
  /** When any of it changes next by itself, or null. */
  changesAt: Instant | null;
}

/**
 * What a visitor sees. An entrance with prices of its own shows those, and lets into a path that has closed; else all
 * prices are shown that are not set aside, as countdowns let them go and come.
 */
export function sightOf(path: Path, { at, entrance: id, first, turnedBack }: Coming, sold: Sold): Sight {
  const { zone } = sold.shop;
  const came = id == null ? undefined : entrancesOf(path).find((e) => e.id === id);
  const days = came && entranceState(came, at, zone);
  const entrance = came && days?.state === 'open' ? came : null;
  const countdowns = (path.countdowns ?? []).map(({ until, then }) => ({
    then,
    ends: countdownEnds({ until }, first ?? at, zone),
  }));
  const over = countdowns.filter(({ ends }) => ends <= at).map(({ then }) => then);
  const lower = lowerPrices(path, turnedBack ?? null);
  const hidden = new Set([...pricesKept(path), ...over.flatMap((then) => (then.does === 'prices' ? then.go : []))]);
  const shown = new Set([
    ...over.flatMap((then) => (then.does === 'prices' ? then.come : [])),
    ...lower.flatMap(({ priceId, ends }) => (ends !== null && at < ends ? [priceId] : [])),
  ]);
  const own = entrance?.prices ? new Set([...entrance.prices]) : null;
  const few = fewSeen(path, sold, { entrance: entrance?.id ?? null, shown });
  const changes = [
    ...countdowns.map(({ ends }) => ends),
    ...lower.map(({ ends }) => ends),
    // The entrance they came through opens on a day, and closes on one.
    days?.state === 'not-yet' ? days.opensAt : days?.state === 'open' ? days.closesAt : null,
    ...bonusesFor(path.bonuses, entrance?.id ?? null, at, zone).map((bonus) => bonusEnds(bonus, zone)),
  ].filter((end) => end !== null && end > at);
  return {
    entrance,
    shows: (price) => few.get(price) ?? own?.has(price) ?? (shown.has(price) || !hidden.has(price)),
    closedTo: entrance ? null : (over.find(isClosing)?.to ?? null),
    bonuses: bonusesFor(path.bonuses, entrance?.id ?? null, at, zone),
    leftOut: new Set(over.flatMap((then) => (then.does === 'leaves-out' ? [then.step] : []))),
    changesAt: changes.sort()[0] ?? null,
  };
}

/**
 * Of prices for few, and of those they stand in place of, whether they are shown: one that is for others is not, one that
 * is for this visitor is, in place of the dearer one.
 */
function fewSeen(
  { steps }: Path,
  { offers }: Sold,
  { entrance, shown }: { entrance: EntranceId | null; shown: ReadonlySet<PriceId> },
): Map<PriceId, boolean> {
  const seen = new Map<PriceId, boolean>();
  for (const { id, onlyAt } of offers.flatMap(({ prices }) => prices)) {
    if (!onlyAt) continue;
    const { at, insteadOf } = onlyAt;
    const here =
      at.kind === 'links'
        ? entrance !== null && at.links.includes(entrance)
        : shown.has(id) && steps.some((step) => step.id === at.step && step.lower?.priceId === id);
    seen.set(id, here);
    if (here) seen.set(insteadOf, false);
  }
  return seen;
}

/** Prices that are not shown to everybody from the start: for entrances, for later, for whoever turns back. */
export const pricesKept = ({ setAside = [], steps, countdowns = [] }: Path): Set<PriceId> =>
  new Set([
    ...setAside,
    ...steps.flatMap(({ lower }) => (lower ? [lower.priceId] : [])),
    ...countdowns.flatMap(({ then }) => (then.does === 'prices' ? then.come : [])),
  ]);

const isClosing = (then: Countdown['then']): then is Extract<Countdown['then'], { does: 'closes' }> =>
  then.does === 'closes';

/** The lower prices of turned-back steps, and until when they are somebody's who turned back. */
const lowerPrices = ({ steps }: Path, turnedBack: Instant | null): { priceId: PriceId; ends: Instant | null }[] =>
  steps.flatMap(({ lower }) =>
    lower ? [{ priceId: lower.priceId, ends: turnedBack === null ? null : addMs(turnedBack, lower.hours * HOUR) }] : [],
  );

/** The prices that stand on a step's page: on that of whoever turned back the lower one alone, while it is theirs. */
export function showsAt({ kind, lower }: Step, { shows }: Pick<Sight, 'shows'>): (price: PriceId) => boolean {
  return kind === 'turned-back' && lower && shows(lower.priceId) ? (price) => price === lower.priceId : shows;
}

/** What somebody sees of whom nothing is known. */
export const plainSight = (path: Path, at: Instant, sold: Sold): Sight => sightOf(path, { at }, sold);

/** The path as somebody walks it: steps they are led past are not there. */
export const pathSeen = (path: Path, { leftOut }: Pick<Sight, 'leftOut'>): Path =>
  [...leftOut].reduce((seen, step) => removeStep(seen, step), path);
