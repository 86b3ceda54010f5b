import type { DocumentName, Documents } from './content';

export interface Subject {
  kind: DocumentName;
  id: string;
}

/** Something that a launch check found. */
export interface Finding {
  level: 'stops' | 'look';
  code: string;
  /** One sentence that says what is wrong and, where it is not plain, what to do. */
  text: string;
  about: Subject;
  /** What one press makes of a document, where a press can mend it. */
  mend?: { label: string; kind: DocumentName; id: string; of: (now: Documents[DocumentName]) => object };
}

/** A title as it is named in a finding. */
export const quoted = (title: string): string => `“${title.trim() === '' ? 'Without a title' : title.trim()}”`;
