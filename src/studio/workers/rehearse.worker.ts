import { expose } from 'comlink';
import { chargeFor } from '#core/agreements';
import type { Instant } from '#core/calendar';
import { agreementRowsOf } from '#core/mirror';
import { type KeelStory, NO_PAST, storyOfAgreement } from '#core/drawing';
import { lineBought } from '#core/payments';
import type { Release } from '#core/release';
import { rehearse, type RehearsedStep, type Script } from '#core/shop';
import type { OfferId, PassId, PriceId } from '#core/ids';

export interface Rehearsed {
  steps: RehearsedStep[];
  /** The months that were played, on one line; null where nothing goes on after the day of buying. */
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
    const story =
      agreement && order
        ? storyOfAgreement(agreement, {
            first: { at: order.at, amount: lineBought(order, agreement.lineId).amount },
            charged: (due) => chargeFor(agreement, due, tax).amount,
            now: played.end,
            word: 'played-to-here',
            locale,
            past: agreementRowsOf(played.events, tax).get(agreement.id)?.past ?? NO_PAST,
            passes: agreement.passIds
              .flatMap((id) => played.state.passes.get(id) ?? [])
              .map((p) => ({
                title: release.content.products.find((x) => x.id === p.productId)?.title ?? '',
                from: p.from,
                until: p.until,
                closedAt: p.closed?.at ?? null,
                holds: holdsOf(p.id, played.events, p.holds[0]?.since ?? null),
              })),
          })
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
