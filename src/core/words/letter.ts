/** A letter's subject and its paragraphs; greeting, test mark and the shop's name come around them. */
export interface Letter {
  subject: string;
  paragraphs: string[];
}

/** A letter without the paragraphs that say nothing. */
export const letter = (subject: string, ...paragraphs: string[]): Letter => ({
  subject,
  paragraphs: paragraphs.filter((p) => p !== ''),
});
