import type { sendTo as english } from '../en/sendTo';

/** Wohin etwas mit der Post geht. */
export const sendTo: typeof english = {
  title: 'Wohin sollen wir es schicken?',
  street: 'Straße und Hausnummer',
  more: 'Stockwerk, Firma, c/o (wenn nötig)',
  postcode: 'Postleitzahl',
  city: 'Ort',
  country: 'Nach',
  choose: 'Bitte wählen …',
  missingCountry: 'Wählen Sie das Land, in das es gehen soll.',
  missing: 'Das wird gebraucht, sonst kommt nichts an.',
};
