import * as z from 'zod';
import { type ChargeAnswer, NotAnswered, type PaymentsPort, type RefundAnswer } from '#core/shop';

const ChargeBody = z.object({
  id: z.string().max(80),
  status: z.enum(['paid', 'refused', 'confirm', 'pending', 'voided']),
  reason: z.string().nullable(),
  confirmAt: z.string().optional(),
});
const TryBody = z.object({ reason: z.string().nullable() });
const RefundBody = z.discriminatedUnion('status', [
  z.object({ status: z.literal('paid') }),
  z.object({ status: z.literal('refused'), reason: z.string() }),
]);

/** No answer within this time counts as none. */
const ANSWER_WITHIN_MS = 30_000;

/** What the shop asks of cards besides taking money. */
export interface CardsPort {
  /** Whether a card could be charged: takes nothing, and is no charge. @returns the reason where it is refused, else null */
  tryCard(token: string): Promise<string | null>;
}

/**
 * The payment service over HTTP, as the real thing would be reached. Anything but a clear answer is `NotAnswered`.
 * @param service null where none is connected: then no money can move
 */
export function paymentsOverHttp(service: { base: () => string; key: string } | null): PaymentsPort & CardsPort {
  async function call(
    method: string,
    path: string,
    idempotencyKey?: string,
    body?: unknown,
  ): Promise<{ status: number; body: unknown }> {
    if (service === null) throw new NotAnswered('No payment service is connected');
    try {
      const response = await fetch(service.base() + path, {
        method,
        headers: {
          authorization: `Bearer ${service.key}`,
          'content-type': 'application/json',
          ...(idempotencyKey === undefined ? {} : { 'idempotency-key': idempotencyKey }),
        },
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
        signal: AbortSignal.timeout(ANSWER_WITHIN_MS),
      });
      return { status: response.status, body: (await response.json()) as unknown };
    } catch (cause) {
      throw new NotAnswered('The payment service did not answer', { cause });
    }
  }

  return {
    async tryCard(token) {
      const answer = await call('POST', '/tries', undefined, { token });
      const tried = TryBody.safeParse(answer.body);
      if (answer.status !== 200 || !tried.success)
        throw new NotAnswered(`The payment service answered ${answer.status}`);
      return tried.data.reason;
    },
    async charge(request) {
      const { key: idempotencyKey, ...body } = request;
      return readCharge(await call('POST', '/charges', idempotencyKey, body));
    },
    async lookUp(chargeKey) {
      const answer = await call('GET', `/charges/by-key/${encodeURIComponent(chargeKey)}`);
      return answer.status === 404 ? 'unknown' : readCharge(answer);
    },
    async void(chargeKey) {
      return readCharge(await call('POST', '/voids', chargeKey, {}));
    },
    async refund({ key: idempotencyKey, paymentId, amount }): Promise<RefundAnswer> {
      const answer = await call('POST', '/refunds', idempotencyKey, { chargeId: paymentId, amount });
      if (answer.status !== 200) throw new NotAnswered(`The payment service answered ${answer.status}`);
      return RefundBody.parse(answer.body);
    },
  };
}

function readCharge({ status, body }: { status: number; body: unknown }): ChargeAnswer {
  const parsed = ChargeBody.safeParse(body);
  if (status !== 200 || !parsed.success) throw new NotAnswered(`The payment service answered ${status}`);
  const charge = parsed.data;
  switch (charge.status) {
    case 'paid':
      return { status: 'paid', paymentId: charge.id };
    case 'refused':
      return { status: 'refused', reason: charge.reason ?? '' };
    case 'confirm':
      return { status: 'waits-for-bank', confirmAt: charge.confirmAt ?? '' };
    case 'pending':
      return { status: 'pending' };
    case 'voided':
      return { status: 'voided' };
  }
}
