import type { Instant } from '#core/calendar';
import { type LineChoice, firstBuyer, quoteFor, type QuoteChoice } from '#core/checkout';
import { productKindOf, reachedBy } from '#core/catalogue';
import type { StepId } from '#core/ids';
import {
  answersOnTheWay,
  checkoutsOf,
  offerAt,
  offersAfterPayment,
  type Path,
  pricesOffered,
  stepOf,
} from '#core/paths';
import type { Release } from '#core/release';
import { isOpen } from '#core/passes';
import { refusalInWords } from '#core/words';
import { NO_HISTORY } from '../engine/history';
import { holderOf, mayOpen, openedTo } from '../features/access/rights';
import { type Practised, practise, practiseAnswer } from './practice';
import type { OfferAfterPayment } from '../features/orders/fold/state';

export interface Walked {
  /** How many prices a practice buyer tried: those to choose from, those beside them, and those offered after payment. */
  of: number;
  /** At how many of them they paid and could open everything that was bought. */
  gotIn: number;
  /** Each that failed, in a sentence. */
  failed: string[];
}

type Answers = readonly { offer: OfferAfterPayment; answer: 'yes' | 'no' }[];

/** One way to buy: what is chosen, what is ticked, and what is taken after payment. */
interface Walk {
  choice: QuoteChoice;
  /** Each a practice buyer of its own: what they answer to offers after payment, in the order these come. */
  ways: readonly Answers[];
  /** The price it is walked for. */
  about: LineChoice;
}

/**
 * A practice buyer at every price that is on sale: the same engine with memory behind its ports, a card that goes
 * through, then every file and link fetched. Extras are each taken once beside the first price; so is every offer after
 * payment, by the answers that lead to it, and each is declined once. Nothing is recorded and nobody is charged.
 */
export async function walkRelease(release: Release, now: Instant): Promise<Walked> {
  const walked: Walked = { of: 0, gotIn: 0, failed: [] };
  const { content } = release;
  for (const path of content.paths)
    for (const walk of walksOf(release, path, now)) {
      walked.of += 1;
      let problem: string | null = null;
      for (const answers of walk.ways) problem ??= await walkOne(release, walk.choice, answers, now);
      if (problem === null) walked.gotIn += 1;
      else walked.failed.push(`${nameOf(release, walk.about)}: ${problem}`);
    }
  return walked;
}

/** Every way through a path that can be bought now. What is not on sale on purpose is nothing that fails. */
function walksOf(release: Release, path: Path, now: Instant): Walk[] {
  const isOnSale = (choice: QuoteChoice): boolean => !('refused' in quoteFor(release, choice, now, firstBuyer(now)));
  const met = new Set<StepId>();
  return checkoutsOf(path).flatMap((checkout) => {
    const offerId = offerAt(path, checkout);
    const prices = (release.content.offers.find((o) => o.id === offerId)?.prices ?? [])
      .map((price): LineChoice => ({ offerId, priceId: price.id }))
      .filter(isOnSale);
    const [first] = prices;
    if (!first) return [];
    const beside = (checkout.extras ?? [])
      .map((extra): LineChoice => ({ offerId: extra.offerId, priceId: extra.priceId }))
      .filter((extra) => isOnSale({ ...first, extras: [extra] }));
    const after = offersAfterPayment(path).flatMap((offer): Walk[] => {
      const before = isOnSale(offer) && !met.has(offer.step) ? answersOnTheWay(path, checkout.id, offer.step) : null;
      if (!before) return [];
      // What two checkouts lead to is tried behind the first.
      met.add(offer.step);
      const ways = waysTo(path, before, offer);
      const step = stepOf(path, offer.step);
      // What it can be taken at besides is taken once each.
      const also = (step ? pricesOffered(step).slice(1) : []).map((priceId) => ({ ...offer, priceId }));
      return [
        { choice: first, ways, about: offer },
        ...also.map((other): Walk => ({
          choice: first,
          ways: [[...(ways[0] ?? []).slice(0, -1), { offer: other, answer: 'yes' }]],
          about: other,
        })),
      ];
    });
    return [
      ...prices.map((price): Walk => ({ choice: price, ways: [[]], about: price })),
      ...beside.map((extra): Walk => ({ choice: { ...first, extras: [extra] }, ways: [[]], about: extra })),
      ...after,
    ];
  });
}

/** How a practice buyer comes to an offer: once to take it, once to leave it. */
function waysTo(path: Path, answers: ReadonlyMap<StepId, 'yes' | 'no'>, after: OfferAfterPayment): Answers[] {
  const offers = offersAfterPayment(path);
  const before = [...answers].flatMap(([step, answer]) => {
    const offer = offers.find((o) => o.step === step);
    return offer ? [{ offer, answer }] : [];
  });
  return (['yes', 'no'] as const).map((answer) => [...before, { offer: after, answer }]);
}

function nameOf({ content }: Release, { offerId, priceId }: LineChoice): string {
  const offer = content.offers.find((o) => o.id === offerId);
  const name = offer?.prices.find((p) => p.id === priceId)?.name ?? '';
  return `${offer?.title ?? ''}${name ? `, ${name}` : ''}`;
}

/** @returns why it failed, in a sentence; null where everything opened */
async function walkOne(release: Release, choice: QuoteChoice, answers: Answers, now: Instant): Promise<string | null> {
  const practised = await practise(release, choice, now);
  if (typeof practised === 'string') return practised;
  for (const [i, { offer, answer }] of answers.entries()) {
    const problem = await practiseAnswer(practised, offer, answer);
    // What is passed over unseen on the way to another has a walk of its own.
    if (problem !== null && i === answers.length - 1) return problem;
  }
  return openAll(practised);
}

/** Fetches every file and link of everything that was bought. */
async function openAll({ runner, order, release: { content } }: Practised): Promise<string | null> {
  for (const passId of order.passIds) {
    const pass = runner.state.passes.get(passId);
    const product = content.products.find((p) => p.id === pass?.productId);
    if (!pass || !product || !isOpen(pass, runner.now())) return 'it was paid, but did not open.';
    const grounds = {
      now: runner.now(),
      zone: content.shop.zone,
      products: content.products,
      history: () => NO_HISTORY,
    };
    const holder = holderOf(runner.state, pass.personId);
    for (const reached of reachedBy(content.products, [product.id])) {
      const part = content.products.find((p) => p.id === reached);
      // What opens later is not missing.
      if (!part || !mayOpen(holder, reached, grounds)) continue;
      const opened = openedTo(holder, part, grounds);
      const openings = productKindOf(part).openings(part);
      for (const { id, name } of openings.filter((o) => o.part === null || opened?.parts.has(o.part))) {
        const fetched = await runner.execute({ type: 'fetch-file', passId, fileId: id });
        if ('refused' in fetched) return `“${name}” could not be fetched: ${refusalInWords(fetched)}`;
      }
    }
  }
  return order.passIds.length === 0 ? 'it was paid, but opens nothing.' : null;
}
