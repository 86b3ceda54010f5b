import * as z from 'zod';

declare const of: unique symbol;

/**
 * The id of one kind of thing. An id of another kind is refused by the compiler; a text that came from outside, or
 * stands in a test, becomes whichever id is asked for.
 */
type IdOf<Kind extends string> = string & { readonly [of]?: Kind };

export type OrderId = IdOf<'order'>;
export type LineId = IdOf<'line'>;
export type CheckoutId = IdOf<'checkout'>;
export type PaymentId = IdOf<'payment'>;
export type RefundId = IdOf<'refund'>;
export type DisputeId = IdOf<'dispute'>;
export type CreditId = IdOf<'credit'>;
export type AgreementId = IdOf<'agreement'>;
export type SessionId = IdOf<'session'>;
export type ClassDateId = IdOf<'class-date'>;
export type PassId = IdOf<'pass'>;
export type PersonId = IdOf<'person'>;
export type ProductId = IdOf<'product'>;
export type FileId = IdOf<'file'>;
export type LessonId = IdOf<'lesson'>;
export type PostId = IdOf<'post'>;
export type ModuleId = IdOf<'module'>;
export type QuestionId = IdOf<'question'>;
export type AnswerId = IdOf<'answer'>;
export type OfferId = IdOf<'offer'>;
export type PriceId = IdOf<'price'>;
export type EntranceId = IdOf<'entrance'>;
export type CouponId = IdOf<'coupon'>;
export type PathId = IdOf<'path'>;
export type StepId = IdOf<'step'>;
export type PageId = IdOf<'page'>;
export type BlockId = IdOf<'block'>;
/** The key of one charge: what it is about, and which try. */
export type ChargeKey = IdOf<'charge'>;

/** Ids are made by the `Ids` port: letters, digits, dash and underscore, safe in addresses and file names. */
export const Id = z.string().regex(/^[A-Za-z0-9_-]{1,64}$/);

/** The same, read as the id of one kind. */
export const idFor = <T extends string>(): z.ZodType<T, T> => Id as unknown as z.ZodType<T, T>;
