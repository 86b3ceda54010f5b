import type { Patch } from 'immer';
import type { DocumentName, Documents } from '#core/documents';

/** What the seller edits, one row a document. */
export interface DocumentRow<K extends DocumentName = DocumentName> {
  /** "kind/id", made by `documentKey`. */
  key: string;
  kind: K;
  /** Order of making: lists keep it. */
  made: number;
  doc: Documents[K];
}

/** One edit of a document, as patches both ways. */
export interface Step {
  /** The changed part's place in the document: steps in the same place close together are one. */
  field: string;
  at: number;
  undo: Patch[];
  redo: Patch[];
}

/** What can be undone and done again, by document; kept over reload. */
export interface StepsRow {
  key: string;
  done: Step[];
  undone: Step[];
}
