import { expose } from 'comlink';
import { cardChargeOf } from '#core/agreements';
import { lastsFor } from '#core/passes';
import type { Instant } from '#core/calendar';
import { agreementRowsOf } from '#core/mirror';
import { type KeelStory, NO_PAST, storyOfAgreement, storyOfOrder } from '#core/drawing';
import { ticksByPasses } from '#core/catalogue';
import { lineBought } from '#core/payments';
import type { Release } from '#core/release';
import { rehearse, type RehearsedStep, type Script } from '#core/shop';
import type { OfferId, PassId, PriceId } from '#core/ids';

export interface Rehearsed {
  steps: RehearsedStep[];
  /** The months that were played, on one line; null where nothing comes after the day of buying. */
  story: KeelStory | null;
}

const rehearsal = {
  /** Plays a buyer's years ahead with the real engine; nothing is recorded anywhere. */
  async play(
    release: Release,
    choice: { offerId: OfferId; priceId: PriceId; coupon?: string; country?: string },
    start: Instant,
    script: Script,
    years: number,
  ): Promise<Rehearsed | { problem: string }> {
    const played = await rehearse(release, choice, start, script, years);
    if ('problem' in played) return played;
    const { locale, tax } = release.content.shop;
    const agreement = [...played.state.agreements.values()].at(-1);
    const order = [...played.state.orders.values()][0];
    const passes = [...played.state.passes.values()];
    const place = { products: release.content.products, zone: release.content.shop.zone, locale };
    const shown = passes.map((pass) => {
      const product = place.products.find(({ id }) => id === pass.productId);
      const theirs = passes.filter(({ productId }) => productId === pass.productId);
      return { pass, title: product?.title ?? '', ticks: ticksByPasses(product, theirs, played.end, place) };
    });
    const story =
      agreement && order
        ? storyOfAgreement(agreement, {
            first: { at: order.at, amount: lineBought(order, agreement.lineId).amount },
            charged: cardChargeOf(agreement, tax),
            now: played.end,
            word: 'played-to-here',
            locale,
            past: agreementRowsOf(played.events, tax).get(agreement.id)?.past ?? NO_PAST,
            passes: shown
              .filter(({ pass }) => agreement.passIds.includes(pass.id))
              .map(({ pass, title, ticks }) => ({
                title,
                from: pass.from,
                until: pass.until,
                closedAt: pass.closed?.at ?? null,
                holds: holdsOf(pass.id, played.events, pass.holds[0]?.since ?? null),
                ticks,
              })),
          })
        : order && shown.some(({ ticks }) => ticks.length > 0)
          ? storyOfOrder(
              order,
              [...played.state.refunds.values()],
              shown.map((one) => ({ ...one, lasts: lastsFor(one.pass, () => 'good') })),
              played.end,
              locale,
            )
          : null;
    return { steps: played.steps, story };
  },
};
export type RehearsalWorker = typeof rehearsal;
expose(rehearsal);

function holdsOf(
  passId: PassId,
  events: readonly { at: Instant; event: { type: string; data: unknown } }[],
  open: Instant | null,
): { from: Instant; until: Instant | null }[] {
  const holds: { from: Instant; until: Instant | null }[] = [];
  for (const { at, event } of events) {
    const last = holds.at(-1);
    if ((event.data as { passId?: PassId }).passId !== passId) continue;
    if (event.type === 'pass.held') holds.push({ from: at, until: null });
    else if (last && (event.type === 'pass.released' || event.type === 'pass.closed')) last.until ??= at;
  }
  return open === null ? holds.map((h) => ({ ...h, until: h.until ?? null })) : holds;
}
