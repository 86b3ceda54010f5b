import type { Response } from 'express';
import type * as z from 'zod';

/** Answers with what the wire's schema says and nothing else. @throws ZodError where the shop itself made it wrong */
export function answer<S extends z.ZodType>(res: Response, schema: S, value: z.input<S>): void {
  res.json(schema.parse(value));
}
