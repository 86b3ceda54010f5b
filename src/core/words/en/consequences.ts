import type { Means } from '#core/ways';
import { theMeans } from './means';
/** What an act on a payment plan or subscription leads to, as the seller reads it before the button; amounts and days are in words already. */
export interface ConsequencesWords {
  taken(amount: string, means: Means, credit: string | null): string;
  goesBack(amount: string): string;
  creditPays(amount: string): string;
  closes(titles: readonly string[]): string;
  onHold(titles: readonly string[]): string;
  opensAgain(titles: readonly string[]): string;
  ends: string;
  beginsWhenPaid(title: string, day: string): string;
  sessionsFall(n: number): string;
  message: string;
}

const list = (titles: readonly string[]): string => titles.map((title) => `“${title}”`).join(' and ');
const verb = (titles: readonly string[], one: string, several: string): string => (titles.length === 1 ? one : several);

export const consequences: ConsequencesWords = {
  taken: (amount, means, credit) =>
    `${amount} is charged to ${theMeans(means)} now${credit === null ? '' : `, after ${credit} for unused days`}.`,
  goesBack: (amount) => `${amount} is refunded to the card.`,
  creditPays: (amount) => `${amount} for unused days goes towards the next payments.`,
  closes: (titles) => `${list(titles)} ${verb(titles, 'closes', 'close')}.`,
  onHold: (titles) => `${list(titles)} ${verb(titles, 'is', 'are')} on hold meanwhile.`,
  opensAgain: (titles) => `${list(titles)} ${verb(titles, 'opens', 'open')} again.`,
  ends: 'It ends, and nothing more is charged.',
  beginsWhenPaid: (title, day) => `When it is paid, “${title}” begins, counted from ${day}.`,
  sessionsFall: (n) => (n === 1 ? '1 booked session is cancelled.' : `${n} booked sessions are cancelled.`),
  message: 'The buyer is notified by email.',
};
