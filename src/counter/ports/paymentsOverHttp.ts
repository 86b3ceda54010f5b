import * as z from 'zod';
import type { LedToWay, WayToPay } from '#core/ways';
import { type ChargeAnswer, NotAnswered, type PaymentsPort, type RefundAnswer } from '#core/shop';

/**
 * The service's fee. Whatever is wrong with it, the payment itself counts: a fee that cannot be read is an unknown fee.
 */
export const FeeBody = z
  .object({
    amount: z.int(),
    currency: z.string().regex(/^[A-Z]{3}$/),
    payout: z.string().max(80).nullable(),
  })
  .optional()
  .catch(undefined);
const ChargeBody = z.object({
  id: z.string().max(80),
  status: z.enum(['paid', 'refused', 'confirm', 'pending', 'voided']),
  reason: z.string().nullable(),
  confirmAt: z.string().optional(),
  fee: FeeBody,
});
const TryBody = z.object({ reason: z.string().nullable() });
const RefundBody = z.discriminatedUnion('status', [
  z.object({ status: z.literal('paid'), fee: FeeBody }),
  z.object({ status: z.literal('refused'), reason: z.string() }),
]);
/** A browser is sent there: to the web, and to nothing that would run. */
const Address = z
  .string()
  .max(2_000)
  .regex(/^(https?:\/\/|\/(?![/\\]))/);
const ApprovalBody = z.object({ token: z.string().min(16).max(200), approveAt: Address });
const StandingBody = z.object({ standing: z.enum(['ready', 'being-checked']) });

/** No answer within this time counts as none. */
const ANSWER_WITHIN_MS = 30_000;

/** What an owner of a wallet or an account is asked to approve. Minor units. */
export interface ApprovalRequest {
  amount: number;
  currency: string;
  description: string;
  statement: string;
  /** Where its owner is led who approved, and who turned back. */
  paidAddress: string;
  turnedBackAddress: string;
}

/** What the shop asks of payment services besides taking money. */
export interface MeansPort {
  /** Whether a card could be charged, or was approved: takes nothing, and is no charge. @returns the reason where it is refused, else null */
  tryCard(token: string, way: WayToPay): Promise<string | null>;
  /** Asks for an approval. @returns what it is charged by once it is given, and where that is done */
  askApproval(way: LedToWay, of: ApprovalRequest): Promise<{ token: string; approveAt: string }>;
  /** How far a way is connected. A service that has nothing to say to this is ready. */
  standing(way: WayToPay): Promise<'ready' | 'being-checked'>;
}

/** A service as it is reached: by address and key. */
interface Service {
  base: () => string;
  key: string;
}

/**
 * The payment services over HTTP, as the real things would be reached. Anything but a clear answer is `NotAnswered`.
 * @param services by way to pay; null where none is connected: then no money can move by it
 */
export function paymentsOverHttp(services: Record<WayToPay, Service | null>): PaymentsPort & MeansPort {
  async function call(
    way: WayToPay,
    method: string,
    path: string,
    idempotencyKey?: string,
    body?: unknown,
  ): Promise<{ status: number; body: unknown }> {
    const service = services[way];
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
    async tryCard(token, way) {
      return read(TryBody, await call(way, 'POST', '/tries', undefined, { token })).reason;
    },
    async askApproval(way, of) {
      return read(ApprovalBody, await call(way, 'POST', '/approvals', undefined, of));
    },
    async standing(way) {
      const answer = await call(way, 'GET', '/standing');
      return answer.status === 404 ? 'ready' : read(StandingBody, answer).standing;
    },
    async charge({ key: idempotencyKey, way, ...body }) {
      return readCharge(await call(way, 'POST', '/charges', idempotencyKey, body));
    },
    async lookUp(chargeKey, way) {
      const answer = await call(way, 'GET', `/charges/by-key/${encodeURIComponent(chargeKey)}`);
      return answer.status === 404 ? 'unknown' : readCharge(answer);
    },
    async void(chargeKey, way) {
      return readCharge(await call(way, 'POST', '/voids', chargeKey, {}));
    },
    async refund({ key: idempotencyKey, way, paymentId, amount }): Promise<RefundAnswer> {
      return read(RefundBody, await call(way, 'POST', '/refunds', idempotencyKey, { chargeId: paymentId, amount }));
    },
  };
}

/** A clear answer. @throws NotAnswered for any other */
function read<T>(schema: z.ZodType<T>, { status, body }: { status: number; body: unknown }): T {
  const parsed = schema.safeParse(body);
  if (status !== 200 || !parsed.success) throw new NotAnswered(`The payment service answered ${status}`);
  return parsed.data;
}

function readCharge(answer: { status: number; body: unknown }): ChargeAnswer {
  const charge = read(ChargeBody, answer);
  switch (charge.status) {
    case 'paid':
      return { status: 'paid', paymentId: charge.id, ...(charge.fee ? { fee: charge.fee } : {}) };
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
