/** What an act on a payment plan or subscription leads to, as the seller reads it before the button; amounts and days are in words already. */
export interface ConsequencesWords {
  taken(amount: string, last4: string, credit: string | null): string;
  goesBack(amount: string): string;
  creditPays(amount: string): string;
  closes(things: string): string;
  onHold(things: string): string;
  opensAgain(things: string): string;
  ends: string;
  beginsWhenPaid(title: string, day: string): string;
  message: string;
  /** Titles, one after another. */
  list(titles: readonly string[]): string;
}

export const consequences: ConsequencesWords = {
  taken: (amount, last4, credit) =>
    `${amount} is taken from the card ending ${last4} now${credit === null ? '' : `, after ${credit} for unused days`}.`,
  goesBack: (amount) => `${amount} goes back to the card.`,
  creditPays: (amount) => `${amount} for unused days pays what comes next.`,
  closes: (things) => `${things} closes.`,
  onHold: (things) => `${things} is on hold meanwhile.`,
  opensAgain: (things) => `${things} opens again.`,
  ends: 'It ends, and no further payment is taken.',
  beginsWhenPaid: (title, day) => `When it is paid, “${title}” begins, counted from ${day}.`,
  message: 'The buyer gets a message about it.',
  list: (titles) => titles.map((title) => `“${title}”`).join(' and '),
};
