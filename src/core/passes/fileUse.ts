import { addMs, DAY, type Instant } from '#core/calendar';

/** How often one file was fetched under one pass. */
export interface FileUse {
  count: number;
  /** When the present 24 hours began. */
  windowStart: Instant;
}

/**
 * Whether one more fetch is allowed: tries within 24 hours of a counted one are the same use.
 * @returns 'free' within the window, 'counted' when this begins a new one, 'used-up' when the limit is reached
 */
export function countFileUse(use: FileUse | undefined, limit: number, now: Instant): 'free' | 'counted' | 'used-up' {
  if (use && now < addMs(use.windowStart, DAY)) return 'free';
  return (use?.count ?? 0) < limit ? 'counted' : 'used-up';
}
