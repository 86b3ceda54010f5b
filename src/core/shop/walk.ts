import type { Instant } from '#core/calendar';
import { type LineChoice, firstBuyer, quoteFingerprint, quoteFor, type QuoteChoice } from '#core/checkout';
import { productKindOf } from '#core/catalogue';
import { answersOnTheWay, extrasOf, offersAfterPayment, type Path } from '#core/paths';
import type { Release } from '#core/release';
import { isOpen } from '#core/passes';
import { refusalInWords } from '#core/words';
import { offerStanding } from './afterPayment';
import { memoryPorts } from './memoryPorts';
import { createRunner, type Runner } from './runner';
import type { OfferAfterPayment, Order } from './state';

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
  const offer = release.content.offers.find((o) => o.id === path.offerId);
  const prices = (offer?.prices ?? [])
    .map((price): LineChoice => ({ offerId: path.offerId, priceId: price.id }))
    .filter(isOnSale);
  const [first] = prices;
  if (!first) return [];
  const beside = extrasOf(path)
    .map(({ offerId, priceId }): LineChoice => ({ offerId, priceId }))
    .filter((extra) => isOnSale({ ...first, extras: [extra] }));
  return [
    ...prices.map((price): Walk => ({ choice: price, ways: [[]], about: price })),
    ...beside.map((extra): Walk => ({ choice: { ...first, extras: [extra] }, ways: [[]], about: extra })),
    ...offersAfterPayment(path)
      .filter(isOnSale)
      .map((after): Walk => ({ choice: first, ways: waysTo(path, after), about: after })),
  ];
}

/** How a practice buyer comes to an offer: once to take it, once to leave it. */
function waysTo(path: Path, after: OfferAfterPayment): Answers[] {
  const offers = offersAfterPayment(path);
  const before = [...(answersOnTheWay(path, after.step) ?? [])].flatMap(([step, answer]) => {
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
  const ports = memoryPorts(now);
  const first = { ...release, number: 1, basedOn: null };
  ports.addRelease(first);
  const runner = createRunner(ports);
  await runner.start();
  const published = await runner.execute({ type: 'publish', release: first, hasFile: () => true });
  if ('refused' in published) return refusalInWords(published);
  const quote = quoteFor(first, choice, now, firstBuyer(now));
  if ('refused' in quote) return refusalInWords(quote);
  const paid = await runner.execute({
    type: 'pay',
    checkoutId: 'walk',
    personId: 'practice',
    ...choice,
    release: first,
    startedAt: now,
    shown: quoteFingerprint(quote),
    fingerprint: (text) => text,
    card: { token: 'practice', last4: '0001' },
  });
  if ('refused' in paid) return refusalInWords(paid);
  await runner.settle();
  const order = [...runner.state.orders.values()][0];
  if (!order) return 'the payment went through, but no order came of it.';
  for (const [i, { offer, answer }] of answers.entries()) {
    const problem = await answerOffer(runner, order, offer, answer, first);
    // What is passed over unseen on the way to another has a walk of its own.
    if (problem !== null && i === answers.length - 1) return problem;
  }
  return openAll(runner, order, first);
}

async function answerOffer(
  runner: Runner,
  order: Order,
  offer: OfferAfterPayment,
  answer: 'yes' | 'no',
  release: Release,
): Promise<string | null> {
  const standing = offerStanding(runner.state, order, offer, release, { now: runner.now(), release });
  if (standing.at !== 'open') return 'it is never offered after payment.';
  const taken = await runner.execute(
    answer === 'no'
      ? { type: 'decline-offer', orderId: order.id, step: offer.step }
      : {
          type: 'accept-offer',
          orderId: order.id,
          offer,
          release,
          shown: quoteFingerprint(standing.quote),
          fingerprint: (text) => text,
          card: null,
        },
  );
  await runner.settle();
  if ('refused' in taken) return refusalInWords(taken);
  if (order.offers[offer.step]?.answer === answer) return null;
  return answer === 'yes' ? 'it was taken after payment, but did not come.' : 'it was left, and still waits.';
}

/** Fetches every file and link of everything that was bought. */
async function openAll(runner: Runner, order: Order, { content }: Release): Promise<string | null> {
  for (const passId of order.passIds) {
    const pass = runner.state.passes.get(passId);
    const product = content.products.find((p) => p.id === pass?.productId);
    if (!pass || !product || !isOpen(pass, runner.now())) return 'it was paid, but did not open.';
    for (const { id, name } of productKindOf(product).openings(product)) {
      const fetched = await runner.execute({ type: 'fetch-file', passId, fileId: id });
      if ('refused' in fetched) return `“${name}” could not be fetched: ${refusalInWords(fetched)}`;
    }
  }
  return order.passIds.length === 0 ? 'it was paid, but opens nothing.' : null;
}
