import { type Agreement, agreementIdOf, isRunning, type StopReason } from '#core/agreements';
import type { Instant } from '#core/calendar';
import type { AgreementId, LineId, OrderId, PaymentId } from '#core/ids';
import { plan } from './moments';
import type { ShopState } from '../../../engine/state';

/** One more reason why nothing is asked for. */
export function addStop(
  state: ShopState,
  a: Agreement,
  why: StopReason,
  at: Instant,
  paymentId: PaymentId | null = null,
): void {
  if (!isRunning(a) || a.stops.some((stop) => stop.why === why)) return;
  a.stops = [...a.stops, { why, since: at, paymentId }];
  a.span ??= { since: at, movesFrom: null };
  plan(state, a);
}

/** One reason less; what another holds stays. */
export function dropStop(state: ShopState, a: Agreement, why: StopReason): void {
  a.stops = a.stops.filter((stop) => stop.why !== why);
  if (a.stops.length === 0) a.span = null;
  plan(state, a);
}

/** Its dates stand still since then, or since before. */
export function moveFrom(a: Agreement, at: Instant): void {
  const since = a.span?.movesFrom ?? null;
  if (a.span && (since === null || at < since)) a.span = { ...a.span, movesFrom: at };
}

/** The agreements that a refund has a say in: the one it names, or those of its lines. */
export function agreementsRefunded(
  state: ShopState,
  refund: { orderId: OrderId; agreementId?: AgreementId | undefined; shares: readonly { lineId: LineId }[] },
): Agreement[] {
  const ids =
    refund.agreementId === undefined
      ? refund.shares.map(({ lineId }) => agreementIdOf(refund.orderId, lineId))
      : [refund.agreementId];
  return ids.flatMap((id) => state.agreements.get(id) ?? []);
}
