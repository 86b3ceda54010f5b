import * as z from 'zod';
import { type AnswerId, idFor, type QuestionId } from '#core/ids';

const Answer = z.object({ id: idFor<AnswerId>(), text: z.string().max(500), right: z.boolean() });
const asked = { id: idFor<QuestionId>(), text: z.string().max(1_000), why: z.string().max(2_000) };

/** What is asked. `why` is said once somebody has answered. */
export const Question = z.discriminatedUnion('kind', [
  /** One of the answers is chosen. */
  z.object({ ...asked, kind: z.literal('one'), answers: z.array(Answer).max(20) }),
  /** Every right one has to be chosen, and no other. */
  z.object({ ...asked, kind: z.literal('several'), answers: z.array(Answer).max(20) }),
  /** It is typed: any of these is right. */
  z.object({
    ...asked,
    kind: z.literal('typed'),
    accepts: z.array(z.string().max(200)).max(50),
    /** Whether accents and other marks make a difference. */
    marksCount: z.boolean(),
  }),
]);
export type Question = z.infer<typeof Question>;

/** A short test at the end of a lesson. */
export const Quiz = z.object({
  questions: z.array(Question).max(100),
  /** Of a hundred, so many have to be right. */
  passAt: z.int().min(0).max(100),
  /** How often somebody may try; 0 for as often as they like. */
  tries: z.int().min(0).max(100),
  /** Questions and answers in an order of each person's own. */
  mixed: z.boolean(),
});
export type Quiz = z.infer<typeof Quiz>;
