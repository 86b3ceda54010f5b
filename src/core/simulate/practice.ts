import type { KeptCard } from '#core/agreements';
import type { Instant } from '#core/calendar';
import { firstBuyer, quoteFingerprint, quoteFor, type QuoteChoice } from '#core/checkout';
import { type CameFrom, NOWHERE } from '#core/journal';
import type { CheckoutId, PersonId } from '#core/ids';
import type { Release } from '#core/release';
import { refusalInWords } from '#core/words';
import { offerStanding } from '../features/orders/afterPayment';
import { type MemoryPorts, memoryPorts } from '../engine/memoryPorts';
import { createRunner } from '../shop/rules';
import { type Runner } from '../engine/runner';
import { sentSomewhere, triedCountry } from '../features/orders/sentSomewhere';
import type { OfferAfterPayment, Order } from '../features/orders/fold/state';

/** A practice buyer's order: the shop's engine with memory behind its ports, and a card that goes through. */
export interface Practised {
  runner: Runner;
  ports: MemoryPorts;
  /** The release as the first of a shop of its own. */
  release: Release;
  order: Order;
}

/**
 * Pays for a choice at a release. Nothing is recorded, nobody is charged.
 * @returns why it could not be paid, in a sentence, where it could not
 */
export async function practise(
  live: Release,
  choice: QuoteChoice,
  now: Instant,
  came: CameFrom = NOWHERE,
): Promise<Practised | string> {
  const release = { ...live, number: 1, basedOn: null };
  const ports = memoryPorts(now);
  ports.addRelease(release);
  // Letters go to somebody: a buyer of the practice's own.
  await ports.people.save({ id: 'practice', rev: 1, name: 'Practice buyer', address: 'practice@example.org' });
  const runner = createRunner(ports);
  await runner.start();
  const published = await runner.execute({ type: 'publish', release, hasFile: () => true });
  if ('refused' in published) return refusalInWords(published);
  const order = await practisePay(runner, release, choice, {
    now,
    came,
    checkoutId: 'practice',
    personId: 'practice',
    card: { token: 'practice', last4: '0001' },
  });
  return typeof order === 'string' ? order : { runner, ports, release, order };
}

/** Pays for a choice as somebody who was never here. @returns why it could not be paid, in a sentence, where it could not */
export async function practisePay(
  runner: Runner,
  release: Release,
  wanted: QuoteChoice,
  as: { now: Instant; checkoutId: CheckoutId; personId: PersonId; card: KeptCard; came: CameFrom },
): Promise<Order | string> {
  const { now, ...who } = as;
  // Whatever is sent by post goes somewhere, and is not sent.
  const choice = sentSomewhere(wanted, as.checkoutId, release);
  const quote = quoteFor(release, choice, now, firstBuyer(now));
  if ('refused' in quote) return refusalInWords(quote);
  const paid = await runner.execute({
    type: 'pay',
    ...who,
    ...choice,
    release,
    startedAt: now,
    shown: quoteFingerprint(quote),
    fingerprint: (text) => text,
  });
  if ('refused' in paid) return refusalInWords(paid);
  await runner.settle();
  const order = [...runner.state.orders.values()].find((o) => o.checkoutId === who.checkoutId);
  return order ?? 'the payment did not go through, so no order came of it.';
}

/** Answers an offer after payment. @returns why it could not be, in a sentence; null where it was */
export async function practiseAnswer(
  { runner, order, release }: Omit<Practised, 'ports'>,
  offer: OfferAfterPayment,
  answer: 'yes' | 'no',
): Promise<string | null> {
  const sendTo = { country: triedCountry(release, offer), addressKey: order.checkoutId };
  const standing = offerStanding(runner.state, order, { ...offer, sendTo }, release, { now: runner.now(), release });
  if (standing.at !== 'open') return 'it is never offered after payment.';
  const done = await runner.execute(
    answer === 'no'
      ? { type: 'decline-offer', orderId: order.id, step: offer.step }
      : {
          type: 'accept-offer',
          orderId: order.id,
          offer,
          sendTo,
          release,
          shown: quoteFingerprint(standing.quote),
          fingerprint: (text) => text,
          card: null,
        },
  );
  await runner.settle();
  if ('refused' in done) return refusalInWords(done);
  if (order.offers[offer.step]?.answer === answer) return null;
  return answer === 'yes' ? 'it was taken after payment, but did not come.' : 'it was left, and still waits.';
}
