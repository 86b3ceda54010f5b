import * as z from 'zod';

/** A day that somebody types or that a file brings: far enough for anything, and never beyond what calendars can say. */
export const Day = z.iso
  .date()
  .refine((day) => day >= '1970-01-01' && day < '2200-01-01', 'A day before the year 2200.');
