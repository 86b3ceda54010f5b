import type { ConsequencesWords } from '../en/consequences';

/** Wozu ein Schritt an einer Ratenzahlung oder einem Abo führt. */
export const consequences: ConsequencesWords = {
  taken: (amount, last4, credit) =>
    `${amount} werden jetzt von der Karte mit den Endziffern ${last4} abgebucht${credit === null ? '' : `, nach Abzug von ${credit} für nicht genutzte Tage`}.`,
  goesBack: (amount) => `${amount} gehen auf die Karte zurück.`,
  creditPays: (amount) => `${amount} für nicht genutzte Tage zahlen, was als Nächstes kommt.`,
  closes: (things) => `Geschlossen wird: ${things}.`,
  onHold: (things) => `Solange ruht: ${things}.`,
  opensAgain: (things) => `Wieder offen: ${things}.`,
  ends: 'Es endet, und es wird nichts weiter abgebucht.',
  beginsWhenPaid: (title, day) => `Sobald bezahlt ist, beginnt „${title}“, gerechnet ab ${day}.`,
  message: 'Die Käuferin oder der Käufer bekommt eine Nachricht darüber.',
  list: (titles) => titles.map((title) => `„${title}“`).join(' und '),
};
