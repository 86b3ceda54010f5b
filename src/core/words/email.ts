/** One part of an email, in the order in which it is read. */
export type EmailPart =
  | { kind: 'text'; text: string }
  /** What the email is for: one in each email that leads anywhere. */
  | { kind: 'button'; label: string; url: string }
  /** Small print. */
  | { kind: 'note'; text: string }
  /** Lines that stand one under another, such as a time in each zone. */
  | { kind: 'lines'; lines: readonly string[] }
  /** What was bought, tax and total. */
  | { kind: 'rows'; rows: readonly EmailRow[] };

export interface EmailRow {
  label: string;
  value: string;
  /** Said beside the sum, in small print. */
  small?: boolean;
}

/** An email's words. Greeting, test mark, brand and the shop's name are put around them when it is composed. */
export interface EmailWords {
  subject: string;
  parts: EmailPart[];
}

const isEmpty = (part: EmailPart): boolean => {
  switch (part.kind) {
    case 'text':
    case 'note':
      return part.text === '';
    case 'lines':
      return part.lines.every((line) => line === '');
    case 'rows':
      return part.rows.length === 0;
    case 'button':
      return part.url === '';
  }
};

/** An email of a subject and its parts; a string is a paragraph, and parts that say nothing are left out. */
export const email = (subject: string, ...parts: readonly (EmailPart | string)[]): EmailWords => ({
  subject,
  parts: parts
    .map((part): EmailPart => (typeof part === 'string' ? { kind: 'text', text: part } : part))
    .filter((part) => !isEmpty(part)),
});

export const button = (label: string, url: string): EmailPart => ({ kind: 'button', label, url });
export const note = (text: string): EmailPart => ({ kind: 'note', text });
export const lines = (text: string): EmailPart => ({ kind: 'lines', lines: text.split('\n') });
export const rows = (all: readonly EmailRow[]): EmailPart => ({ kind: 'rows', rows: all });
