import type { ShopDetails } from '#core/catalogue';
import { directionOf, type EmailPart, type EmailWords, wordsFor } from '#core/words';

/** An email as a document: everything that is read, in order, without how it looks. */
export interface EmailDocument {
  /** Its language, and the direction it is read in. */
  language: string;
  direction: 'ltr' | 'rtl';
  shopName: string;
  /** What a shop in test mode says first; null in a real one. */
  test: string | null;
  heading: string;
  greeting: string;
  parts: readonly EmailPart[];
}

/** An email ready to be sent: the document, and the same as plain text. */
export interface Message {
  subject: string;
  text: string;
  document: EmailDocument;
}

export interface Setting {
  shop: ShopDetails;
  /** A test or demo shop says so in every email. */
  real: boolean;
  /** The locale its reader reads; the shop's own where nothing else is known. */
  locale: string;
}

/** A link that signs its reader in, and for how many days at most. */
export interface SignInLink {
  url: string;
  days: number;
}

/**
 * The one place where every email is put together: greeting, test mark and the shop's name go around its words. How the
 * document becomes HTML is a matter of `src/emails`.
 */
export function composed({ shop, real, locale }: Setting, name: string, { subject, parts }: EmailWords): Message {
  const say = wordsFor(locale).emails;
  const heading = oneLine(subject);
  const document: EmailDocument = {
    language: locale,
    direction: directionOf(locale),
    shopName: oneLine(shop.name),
    test: real ? null : say.test,
    heading,
    greeting: say.hello(greeted(name)),
    parts,
  };
  return { subject: real ? heading : say.testMark(heading), text: textOf(document), document };
}

/** An email as plain text: a paragraph each, and a button as its label above its address. */
function textOf({ test, greeting, parts, shopName }: EmailDocument): string {
  return [...(test === null ? [] : [test]), greeting, ...parts.map(partAsText), shopName].join('\n\n');
}

function partAsText(part: EmailPart): string {
  switch (part.kind) {
    case 'text':
    case 'note':
      return part.text;
    case 'button':
      return `${part.label}:\n${part.url}`;
    case 'lines':
      return part.lines.join('\n');
    case 'rows':
      return part.rows.map(({ label, value }) => `${label}: ${value}`).join('\n');
  }
}

/** The button of an email that signs its reader in, and under it how long that works. */
export const signsIn =
  ({ url, days }: SignInLink, locale: string) =>
  (label: string): EmailPart[] => [
    { kind: 'button', label, url },
    { kind: 'note', text: wordsFor(locale).emails.signsIn(days) },
  ];

/** A name with something in it that a mail program would make a link of, or an address. */
const LEADS_SOMEWHERE = /[@/\\:<>]|www\.|\.\p{L}{2}/iu;
const MOST_GREETED = 80;

/**
 * The name an email greets, or nothing where it looks like a link or an address, or is longer than a name. Otherwise
 * anyone could enter a link as their name together with another person's address, and our email would deliver it.
 */
export const greeted = (name: string): string => {
  const plain = oneLine(name);
  return LEADS_SOMEWHERE.test(plain) || plain.length > MOST_GREETED ? '' : plain;
};

// A title may hold a line feed; a header may not.
export const oneLine = (text: string): string => text.replace(/\s+/g, ' ').trim();
