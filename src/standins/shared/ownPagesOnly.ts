import type { Request } from 'express';
import { Rejected } from '../payments/rejected';

/** What a buyer answers on a page of this service comes from that page: browsers say where every form comes from. */
export function ownPagesOnly(req: Request): void {
  const origin = req.get('origin');
  if (origin === undefined) return;
  if (!URL.canParse(origin) || new URL(origin).host !== req.get('host'))
    throw new Rejected(403, 'This answer did not come from the page of this service.');
}
