import * as z from 'zod';
import { PostalAddress } from '#core/people';
import { RichText } from '#core/catalogue';

const id = z.string().min(1).max(64);
const State = z.enum(['waiting', 'on-hold', 'done', 'fallen-away']);

/** Something the seller has to do for whoever bought it. */
export const TaskRow = z.strictObject({
  passId: id,
  for: z.enum(['work', 'sending']),
  title: z.string(),
  personId: z.string(),
  name: z.string(),
  /** Their e-mail address. */
  address: z.string(),
  /** Where it is sent, line by line; empty while that is not known. */
  lines: z.array(z.string()),
  postal: PostalAddress.nullable(),
  order: z.int().nullable(),
  units: z.int(),
  since: z.string(),
  /** By when it was promised. */
  by: z.string().nullable(),
  late: z.boolean(),
  state: State,
  /** Why it is held until the seller has decided; empty where it is not. */
  held: z.string(),
  done: z.strictObject({ at: z.string(), carrier: z.string(), number: z.string(), note: z.string() }).nullable(),
});
export type TaskRow = z.infer<typeof TaskRow>;

export const TasksAnswer = z.strictObject({
  now: z.string(),
  zone: z.string(),
  waiting: z.array(TaskRow),
  /** What was done last. */
  done: z.array(TaskRow),
});
export type TasksAnswer = z.infer<typeof TasksAnswer>;

export const TaskAct = z.discriminatedUnion('act', [
  z.strictObject({
    act: z.literal('done'),
    carrier: z.string().max(100),
    number: z.string().max(100),
    note: z.string().max(1_000),
    /** The seller has read why it is held, and sends it all the same. */
    anyway: z.boolean().optional(),
  }),
  z.strictObject({ act: z.literal('again') }),
]);
export type TaskAct = z.infer<typeof TaskAct>;

/** What somebody bought that is done for them or sent to them, as they meet it. */
export const MemberTasks = z.strictObject({
  title: z.string(),
  for: z.enum(['work', 'sending']),
  next: RichText.nullable(),
  whyNot: z.string(),
  countries: z.array(z.strictObject({ code: z.string(), name: z.string() })),
  tasks: z.array(
    z.strictObject({
      passId: id,
      state: State,
      said: z.string(),
      carrier: z.string(),
      number: z.string(),
      note: z.string(),
      postal: PostalAddress.nullable(),
      lines: z.array(z.string()),
      /** Whether the address can still be changed. */
      canChange: z.boolean(),
    }),
  ),
});
export type MemberTasks = z.infer<typeof MemberTasks>;

export const PostalRequest = PostalAddress.strict();
export type PostalRequest = z.infer<typeof PostalRequest>;
