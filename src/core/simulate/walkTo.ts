import type { Instant } from '#core/calendar';
import type { EntranceId, StepId } from '#core/ids';
import { answersOnTheWay, checkoutsOf, offerAt, type Path } from '#core/paths';
import type { Release } from '#core/release';
import { type WalkChoices, walkPath } from './walkPath';

/**
 * What a practice buyer chooses so that they come to a step after payment: tried out, since conditions by price or by
 * what was added may lead elsewhere.
 * @returns null where nobody who comes this way comes there
 */
export async function choicesTo(
  release: Release,
  path: Path,
  to: StepId,
  now: Instant,
  entrance: EntranceId | null,
): Promise<WalkChoices | null> {
  for (const checkout of checkoutsOf(path)) {
    const onTheWay = answersOnTheWay(path, checkout.id, to);
    if (!onTheWay) continue;
    const offer = release.content.offers.find((o) => o.id === offerAt(path, checkout));
    const extras = [[], ...(checkout.extras ?? []).map(({ id }) => [id])];
    for (const { id: priceId } of offer?.prices ?? [])
      for (const added of extras) {
        const answers = Object.fromEntries(onTheWay);
        const choices = { checkout: checkout.id, priceId, extras: added, answers, entrance };
        const walked = await walkPath(release, path, choices, now);
        if (walked.steps.some(({ step }) => step === to)) return choices;
      }
  }
  return null;
}
