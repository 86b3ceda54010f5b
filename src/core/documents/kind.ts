import type { WayToPay } from '#core/ways';
import type * as z from 'zod';
import type { Instant } from '#core/calendar';
import type { DocumentName, Documents, DraftContent, ReleaseContent } from './content';
import type { Finding } from './finding';

export type Stage = 'Make' | 'Price' | 'Sell' | 'Deliver' | 'Follow up' | 'Count';

/** What a launch check is made with. */
export interface Checked {
  /** Whether the bytes of a SHA-256 are at hand. */
  hasFile: (sha256: string) => boolean;
  /** For days that have passed. */
  now: Instant;
  /** The ways to pay whose service is ready; left out where money need not move, as in a test shop. */
  ready?: readonly WayToPay[] | undefined;
}

/** The name of a changed part: in a list of changes, and after "Undo: ". One word serves both as "title" and "the title". */
export type FieldName = string | readonly [change: string, undo: string];

/**
 * One kind of document: all that differs by kind, so that whoever handles documents asks no "is it a coupon?".
 * What belongs to the screen (its sheet) is the studio's stage.
 */
export interface DocumentKind<K extends DocumentName = DocumentName, Sealed = never> {
  readonly kind: K;
  /** Under which name a release and a draft hold its documents. */
  readonly list: keyof ReleaseContent & keyof DraftContent;
  /** A shop has one of these and no more; its id is its kind. */
  readonly single?: true;
  /** What people call it. */
  readonly name: string;
  readonly stage: Stage | null;
  /** One of them as it stands in a release. */
  readonly schema: z.ZodType;
  /** From any earlier shape that some browser or copy may hold. */
  upgrade(doc: unknown): Documents[K];
  /** As it can be published; null while it cannot. */
  seal(doc: Documents[K]): Sealed | null;
  /** As it is edited, from a release. */
  unseal(sealed: Sealed, content: ReleaseContent): Documents[K];
  title(doc: Documents[K], content: DraftContent): string;
  /** Where the studio opens it. */
  route(id: string, content: DraftContent): string;
  readonly fields: Readonly<Record<string, FieldName>>;
  /** Before → after in words, where it is more than the names of parts. */
  details?(before: Documents[K], after: Documents[K], locale: string): string[];
  /** Whether two mean the same to a buyer, where that is more than being alike. */
  same?(a: Documents[K], b: Documents[K]): boolean;
  findings(content: DraftContent, checked: Checked): Finding[];
  /** The SHA-256s and names of files that it shows or gives. */
}

/** A kind with its own types in its folder, and without them in the list. */
export const documentKind = <K extends DocumentName, Sealed>(kind: DocumentKind<K, Sealed>): DocumentKind<K, Sealed> =>
  kind;

/** Any kind, for whoever treats all alike. */
export type AnyDocumentKind = DocumentKind<never, never>;
