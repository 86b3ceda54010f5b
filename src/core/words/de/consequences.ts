import { vonDerKarte } from './means';
import type { ConsequencesWords } from '../en/consequences';

const list = (titles: readonly string[]): string => titles.map((title) => `„${title}“`).join(' und ');

/** Wozu ein Schritt an einer Ratenzahlung oder einem Abo führt. */
export const consequences: ConsequencesWords = {
  taken: (amount, means, credit) =>
    `${amount} werden jetzt ${vonDerKarte(means)} abgebucht${credit === null ? '' : `, nach Abzug von ${credit} für nicht genutzte Tage`}.`,
  goesBack: (amount) => `${amount} gehen auf die Karte zurück.`,
  creditPays: (amount) => `${amount} für nicht genutzte Tage zahlen, was als Nächstes kommt.`,
  closes: (titles) => `Geschlossen ${titles.length === 1 ? 'wird' : 'werden'}: ${list(titles)}.`,
  onHold: (titles) => `Solange ${titles.length === 1 ? 'ruht' : 'ruhen'}: ${list(titles)}.`,
  opensAgain: (titles) => `Wieder offen: ${list(titles)}.`,
  ends: 'Es endet, und es wird nichts weiter abgebucht.',
  beginsWhenPaid: (title, day) => `Sobald bezahlt ist, beginnt „${title}“, gerechnet ab ${day}.`,
  sessionsFall: (n) => (n === 1 ? '1 gebuchte Sitzung entfällt.' : `${n} gebuchte Sitzungen entfallen.`),
  message: 'Die Käuferin oder der Käufer bekommt eine Nachricht darüber.',
};
