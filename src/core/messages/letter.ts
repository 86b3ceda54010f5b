import type { ShopDetails } from '#core/catalogue';
import { type Letter, wordsFor } from '#core/words';

/** A message to a buyer: plain words, a line each; how it travels is the mailer's affair. */
export interface Message {
  subject: string;
  text: string;
}

export interface Setting {
  shop: ShopDetails;
  /** A test or demo shop says so in every message. */
  real: boolean;
  /** The locale its reader reads; the shop's own where nothing else is known. */
  locale: string;
}

/** A letter as it goes out: greeting and the shop's name around it; a test shop says so in subject and text. */
export function framed({ shop, real, locale }: Setting, name: string, { subject, paragraphs }: Letter): Message {
  const say = wordsFor(locale).letters;
  return {
    subject: oneLine(real ? subject : say.testMark(subject)),
    text: [...(real ? [] : [say.test]), say.hello(greeted(name)), ...paragraphs, shop.name].join('\n\n'),
  };
}

/** A name with something in it that a mail program would make a link of, or an address. */
const LEADS_SOMEWHERE = /[@/\\:<>]|www\.|\.\p{L}{2}/iu;
const MOST_GREETED = 80;

/**
 * The name an email greets, or nothing where it looks like a link or an address, or is longer than a name. Otherwise a
 * stranger could type a link as the name beside somebody else's address, and we would email it to them.
 */
export const greeted = (name: string): string => {
  const plain = oneLine(name);
  return LEADS_SOMEWHERE.test(plain) || plain.length > MOST_GREETED ? '' : plain;
};

// A title may hold a line feed; a header may not.
export const oneLine = (text: string): string => text.replace(/\s+/g, ' ').trim();
