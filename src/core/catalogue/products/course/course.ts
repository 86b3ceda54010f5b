import * as z from 'zod';
import { OpeningPlan } from '#core/opening';
import { productShape } from '../base';
import { Takeaways } from '../../takeaways';
import { Module } from './outline';

/** Modules of lessons, opened at once or by a plan. */
export const Course = z.object({
  ...productShape('course'),
  modules: z.array(Module).max(100),
  /** When its modules open; none: all at once. */
  plan: OpeningPlan.nullable(),
  /** At which hour of the shop's zone parts open, like "09:00"; at the day's first moment where none is set. */
  hour: z
    .string()
    .regex(/^([01]\d|2[0-3]):[0-5]\d$/)
    .nullable(),
  /** Whoever has finished it gets a certificate. */
  certificate: z.boolean(),
  /** Of what is there to take along. */
  downloads: Takeaways,
});
export type Course = z.infer<typeof Course>;

declare module '../product' {
  interface ProductsByKind {
    course: Course;
  }
}
