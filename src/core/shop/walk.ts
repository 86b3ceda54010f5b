import type { Instant } from '#core/calendar';
import { productKindOf } from '#core/catalogue';
import { firstBuyer, quoteFingerprint, quoteFor } from '#core/checkout';
import type { Release } from '#core/release';
import { isOpen } from '#core/passes';
import { refusalInWords } from '#core/words';
import type { OfferId, PriceId } from '#core/ids';
import { memoryPorts } from './memoryPorts';
import { createRunner } from './runner';

export interface Walked {
  /** How many prices a practice buyer tried. */
  of: number;
  /** At how many of them they paid and could open everything that was bought. */
  gotIn: number;
  /** Each that failed, in a sentence. */
  failed: string[];
}

/**
 * A practice buyer at every price that is on sale: the same engine with memory behind its ports, a card that goes
 * through, then every file and link fetched. Nothing is recorded and nobody is charged.
 */
export async function walkRelease(release: Release, now: Instant): Promise<Walked> {
  const walked: Walked = { of: 0, gotIn: 0, failed: [] };
  const { content } = release;
  for (const path of content.paths) {
    const offer = content.offers.find((o) => o.id === path.offerId);
    for (const price of offer?.prices ?? []) {
      const quote = quoteFor(release, { offerId: path.offerId, priceId: price.id }, now, firstBuyer(now));
      // Not on sale on purpose is nothing that fails.
      if (!offer || 'refused' in quote) continue;
      walked.of += 1;
      const problem = await walkOne(
        release,
        { offerId: offer.id, priceId: price.id, shown: quoteFingerprint(quote) },
        now,
      );
      if (problem === null) walked.gotIn += 1;
      else walked.failed.push(`${offer.title}${price.name ? `, ${price.name}` : ''}: ${problem}`);
    }
  }
  return walked;
}

async function walkOne(
  release: Release,
  choice: { offerId: OfferId; priceId: PriceId; shown: string },
  now: Instant,
): Promise<string | null> {
  const ports = memoryPorts(now);
  const first = { ...release, number: 1, basedOn: null };
  ports.addRelease(first);
  const runner = createRunner(ports);
  await runner.start();
  const published = await runner.execute({ type: 'publish', release: first, hasFile: () => true });
  if ('refused' in published) return refusalInWords(published);
  const paid = await runner.execute({
    type: 'pay',
    checkoutId: 'walk',
    personId: 'practice',
    ...choice,
    release: first,
    startedAt: now,
    fingerprint: (text) => text,
    card: { token: 'practice', last4: '0001' },
  });
  if ('refused' in paid) return refusalInWords(paid);
  await runner.settle();
  const order = [...runner.state.orders.values()][0];
  if (!order) return 'the payment went through, but no order came of it.';
  for (const passId of order.passIds) {
    const pass = runner.state.passes.get(passId);
    const product = first.content.products.find((p) => p.id === pass?.productId);
    if (!pass || !product || !isOpen(pass, runner.now())) return 'it was paid, but did not open.';
    for (const { id, name } of productKindOf(product).openings(product)) {
      const fetched = await runner.execute({ type: 'fetch-file', passId, fileId: id });
      if ('refused' in fetched) return `“${name}” could not be fetched: ${refusalInWords(fetched)}`;
    }
  }
  return order.passIds.length === 0 ? 'it was paid, but opens nothing.' : null;
}
