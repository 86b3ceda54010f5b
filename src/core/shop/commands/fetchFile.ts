import { fact } from '#core/journal';
import { countFileUse, isOpen } from '#core/passes';
import type { Command, DecideContext, Decision } from '../decide';
import type { ShopState } from '../state';

/**
 * A buyer fetches a file. What a pass opens is read from the live release by stable ids, so a replaced file
 * reaches those who bought before. No events means: allowed, and counted already within these 24 hours.
 */
export function fetchFile(
  state: ShopState,
  { passId, fileId }: Extract<Command, { type: 'fetch-file' }>,
  { now, release }: DecideContext,
): Decision {
  const pass = state.passes.get(passId);
  if (!pass) return { refused: 'no-such-pass', sentence: 'This link does not belong to anything that was bought.' };
  if (!isOpen(pass, now)) return { refused: 'pass-not-open', sentence: 'Access to this file is closed.' };
  const product = release?.content.products.find((p) => p.id === pass.productId);
  const isLink = product?.links.some((l) => l.id === fileId) ?? false;
  if (!product || !(isLink || product.files.some((f) => f.id === fileId)))
    return { refused: 'no-such-file', sentence: 'This file is not part of what was bought any more.' };
  const use = state.fileUses.get(`${passId}/${fileId}`);
  // What lies elsewhere is only led to, so following it again takes nothing away.
  switch (countFileUse(use, isLink ? Infinity : product.downloads.limit, now)) {
    case 'free':
      return { events: [] };
    case 'counted':
      return {
        events: [
          fact('file.fetched', {
            passId,
            personId: pass.personId,
            productId: pass.productId,
            fileId,
            count: (use?.count ?? 0) + 1,
          }),
        ],
      };
    case 'used-up':
      return {
        refused: 'used-up',
        sentence: `This file was fetched ${product.downloads.limit} times, which is as often as it can be. Write to us and we will help.`,
      };
  }
}
