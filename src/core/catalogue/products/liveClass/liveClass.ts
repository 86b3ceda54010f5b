import * as z from 'zod';
import { SetDate } from '#core/booking';
import { FileRef } from '../../file';
import { Takeaways } from '../../takeaways';
import { productShape } from '../base';
import { ProductLink } from '../download';

/** A date of a class, with all that belongs to it. */
export const ClassDate = SetDate.extend({
  /** Where it takes place, or an address to open. Only whoever holds a pass reads it, and only near its time. */
  join: z.string().max(500),
  /** What was kept of it, for whoever holds a pass. */
  recording: z.object({ files: z.array(FileRef).max(20), links: z.array(ProductLink).max(20) }),
});
export type ClassDate = z.infer<typeof ClassDate>;

/** Something held live for several people, on dates that are set. */
export const LiveClass = z.object({
  ...productShape('live-class'),
  dates: z.array(ClassDate).max(200),
  /** A pass has a seat at every date, or at one that its buyer picks. */
  pick: z.enum(['all', 'one']),
  /** Sold on for its recordings once all dates are over. */
  soldAfter: z.boolean(),
  /** So many hours before it begins a seat can be moved to another date at the latest. */
  noticeHours: z.int().min(0).max(720),
  downloads: Takeaways,
});
export type LiveClass = z.infer<typeof LiveClass>;

declare module '../product' {
  interface ProductsByKind {
    'live-class': LiveClass;
  }
}
