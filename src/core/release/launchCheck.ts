import { type Checked, DOCUMENT_KINDS, type DraftContent, type Finding } from '#core/documents';
import type { Instant } from '#core/calendar';

/**
 * Walks everything a buyer could meet and lists what would fail. Used while editing, before publishing, and by
 * the counter before it takes a release: one computation, so that the studio never promises what is then refused.
 * @param hasFile whether the bytes of a SHA-256 are at hand
 * @param now for days that have passed
 * @param ready the ways to pay that are ready; left out where money need not move
 */
export function launchCheck(
  draft: DraftContent,
  hasFile: Checked['hasFile'],
  now: Instant,
  ready?: Checked['ready'],
): Finding[] {
  return DOCUMENT_KINDS.flatMap((kind) => kind.findings(draft, { hasFile, now, ready }));
}
