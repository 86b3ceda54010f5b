import type { tasks as english } from '../en/tasks';

/** Was für Käufer von Hand gemacht oder ihnen geschickt wird: wie es steht. */
export const tasks: typeof english = {
  waiting: {
    work: (day) => `Wird für Sie gemacht, seit ${day}.`,
    sending: (day) => `Wird noch geschickt. Bestellt am ${day}.`,
  },
  'on-hold': {
    work: () => 'Ruht, bis die Zahlung geklärt ist.',
    sending: () => 'Ruht, bis die Zahlung geklärt ist.',
  },
  done: {
    work: (day) => `Fertig am ${day}.`,
    sending: (day) => `Geschickt am ${day}.`,
  },
  'fallen-away': {
    work: () => 'Zurückgegeben: Dafür geschieht nichts mehr.',
    sending: () => 'Zurückgegeben: Es wird nicht geschickt.',
  },
  tooLate:
    'Es ist schon unterwegs oder wurde zurückgegeben, daher bleibt die Adresse, wie sie ist. Schreiben Sie uns, wir helfen weiter.',
  addressIncomplete: 'Schreiben Sie Name, Straße und Ort: Ohne sie kommt nichts an. Nichts wurde geändert.',
  addressKept: 'Es geht an diese Adresse.',
};
