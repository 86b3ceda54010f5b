import type { Patch } from 'immer';
import { documentKindOf } from '#core/documents';
import { Release } from '#core/release';
import type { DocumentRow } from './rows';

/**
 * A document as it is kept today, from any earlier shape: what it had stays, parts that came later get what an
 * untouched one would have. Used when this browser's database moves on, and when an older copy is opened.
 */
export const upgradeDocument = (row: DocumentRow): DocumentRow => ({
  ...row,
  doc: documentKindOf(row.kind).upgrade(row.doc),
});

/** What once was written in two words or with a capital, by how it is spelt now. */
const SPELT: Record<string, string> = { 'on top': 'on-top', withFirstPayment: 'with-first-payment' };

/** The same in a step that can be undone: only where such a value stood, never in words that somebody typed. */
export function respell(patch: Patch): void {
  const place = patch.path.at(-1);
  const value: unknown = patch.value;
  if ((place === 'how' || place === 'when') && typeof value === 'string') patch.value = SPELT[value] ?? value;
  else if (typeof value === 'object' && value !== null)
    for (const [name, inner] of Object.entries(value as Record<string, unknown>)) {
      const part: Patch = { op: 'replace', path: [name], value: inner };
      respell(part);
      (value as Record<string, unknown>)[name] = part.value as unknown;
    }
}

/** The live release as an earlier version kept it, with the parts that came later. What cannot be read is asked for anew. */
export function upgradeRelease(kept: Release): Release {
  const read = Release.safeParse(kept);
  return read.success ? read.data : kept;
}
