import { type EventOf, fact, type ShopEvent } from '#core/journal';
import type { ServiceFee } from '#core/payments';

/** What the payment service keeps of a movement; nothing where it did not say. */
export const feeTaken = (
  of: EventOf<'fee.taken'>['data']['of'],
  id: string,
  fee: ServiceFee | undefined,
): ShopEvent[] => (fee ? [fact('fee.taken', { of, id, ...fee })] : []);
