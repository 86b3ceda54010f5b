import type { ShopDetails } from '#core/catalogue';

/** A message to a buyer: plain words, a line each; how it travels is the mailer's affair. */
export interface Message {
  subject: string;
  text: string;
}

export interface Setting {
  shop: ShopDetails;
  /** A test or demo shop says so in every message. */
  real: boolean;
}

/** A letter with its subject on one line; a test shop says so in both. */
export function letter({ shop, real }: Setting, subject: string, paragraphs: readonly string[]): Message {
  const test = real ? [] : ['Test shop. No real money moves.'];
  return {
    subject: oneLine(real ? subject : `[Test] ${subject}`),
    text: [...test, ...paragraphs, shop.name].join('\n\n'),
  };
}

// A title may hold a line feed; a header may not.
export const oneLine = (text: string): string => text.replace(/\s+/g, ' ').trim();
export const hello = (name: string): string => (name.trim() === '' ? 'Hello,' : `Hello ${oneLine(name)},`);
