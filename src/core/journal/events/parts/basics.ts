import * as z from 'zod';
import type {
  AgreementId,
  ChargeKey,
  ClassDateId,
  CheckoutId,
  CouponId,
  CreditId,
  DisputeId,
  FileId,
  LessonId,
  LineId,
  OfferId,
  OrderId,
  PassId,
  PaymentId,
  PersonId,
  PriceId,
  ProductId,
  RefundId,
  SessionId,
  StepId,
} from '#core/ids';

// Pieces of events as they landed. Frozen: a piece that has to change becomes another piece.

export const id1 = z.string().regex(/^[A-Za-z0-9_-]{1,64}$/);
// The same, read as the id of one kind of thing.
const idOf = <T extends string>() => id1 as unknown as z.ZodType<T, T>;
export const orderId1 = idOf<OrderId>();
export const lineId1 = idOf<LineId>();
export const checkoutId1 = idOf<CheckoutId>();
export const paymentId1 = idOf<PaymentId>();
export const refundId1 = idOf<RefundId>();
export const disputeId1 = idOf<DisputeId>();
export const creditId1 = idOf<CreditId>();
export const agreementId1 = idOf<AgreementId>();
export const passId1 = idOf<PassId>();
export const personId1 = idOf<PersonId>();
export const productId1 = idOf<ProductId>();
export const fileId1 = idOf<FileId>();
export const lessonId1 = idOf<LessonId>();
export const offerId1 = idOf<OfferId>();
export const priceId1 = idOf<PriceId>();
export const sessionId1 = idOf<SessionId>();
export const classDateId1 = idOf<ClassDateId>();
export const stepId1 = idOf<StepId>();
export const couponId1 = idOf<CouponId>();
export const chargeKey1 = idOf<ChargeKey>();

/** Whole minor units of some currency. */
export const minor1 = z.int().min(0);
/** An instant in UTC as text. */
export const moment1 = z.string();
/** Like 2026-12-07. */
export const date1 = z.string().regex(/^\d{4}-\d{2}-\d{2}$/);
export const currency1 = z.string().length(3);
/** What one line has of a sum. */
export const share1 = z.strictObject({ lineId: id1, amount: minor1, tax: minor1 });
/** The same, with how many of several units it gives back. */
export const share2 = share1.extend({ units: z.int().min(1).optional() });
