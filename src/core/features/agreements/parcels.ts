import { type Agreement, ruleFor } from '#core/agreements';
import { withTax } from '#core/checkout';
import { fact, type ShopEvent } from '#core/journal';
import type { Instant } from '#core/calendar';
import type { ChargeKey, PassId } from '#core/ids';
import { leftOf, type OwedDue } from '#core/payments';
import type { DecideContext } from '../../engine/command';
import { keyOf } from '../../engine/ids';
import type { ShopState } from '../../engine/state';
import { taskState } from '../fulfilment/tasks';
import { shopOf } from './common';
import { paidWith, unusedParts } from './credit';

/**
 * The parcels that payments bring: each has a pass of its own, by which it waits to be sent. The first one comes with
 * what the order, or the switch, opens.
 */
export const parcelsPaid = (
  a: Agreement,
  { key, dues }: { key: ChargeKey; dues: readonly OwedDue[] },
  at: Instant,
): ShopEvent[] =>
  dues.flatMap(({ n }) =>
    (a.sending?.productIds ?? []).map((productId, i) =>
      fact('pass.opened', {
        pass: {
          id: keyOf('p', key, n, i + 1),
          personId: a.personId,
          productId,
          cause: { kind: 'paid', orderId: a.orderId, lineId: a.lineId, agreementId: a.id },
          from: at,
          until: null,
          waits: { for: 'sending', units: a.sending?.each.parcels ?? 1 },
        },
      }),
    ),
  );

/**
 * The parcels of the running period that were not sent yet, and what their sending cost with tax, in minor units. Unused
 * days leave sending out; where those days are refunded nothing is sent any more, and its sending is refunded whole.
 */
export function unsentParcels(
  state: ShopState,
  a: Agreement,
  context: Pick<DecideContext, 'release'>,
): { passIds: ReadonlySet<PassId>; sending: number } {
  const paid = paidWith(state, a);
  const from = a.period?.from;
  if (!a.sending || !paid || from === undefined) return { passIds: new Set(), sending: 0 };
  const waiting = a.passIds.filter((passId) => {
    const [pass, task] = [state.passes.get(passId), state.tasks.get(passId)];
    return pass && task && pass.from >= from && taskState(state, task) === 'waiting';
  });
  if (waiting.length < a.sending.productIds.length) return { passIds: new Set(waiting), sending: 0 };
  const bought = state.orders.get(a.orderId)?.lines.find(({ lineId }) => lineId === a.lineId);
  const due = paid.dues.at(-1);
  const sending = due
    ? withTax(a.sending.each.fee, ruleFor(a, shopOf(context).tax, due.at)).amount
    : (bought?.sending?.fee ?? 0);
  const left = leftOf(paid) - unusedParts(state, a, from).card;
  return { passIds: new Set(waiting), sending: Math.max(0, Math.min(sending, left)) };
}
