import type { DrawingWords } from '../en/drawing';

const ORDINALS = ['erste', 'zweite', 'dritte', 'vierte', 'fünfte', 'sechste', 'siebte', 'achte', 'neunte', 'zehnte'];

/** Was auf einer Kiellinie und in ihrer Liste steht. */
export const drawing: DrawingWords = {
  state: (state) =>
    ({
      'to-come': 'steht aus',
      paid: 'bezahlt',
      waits: 'wartet auf die Bank',
      refused: 'abgelehnt',
      'tried-again': 'noch einmal versucht',
      refunded: 'zurückgezahlt',
      disputed: 'bestritten',
      dropped: 'entfällt',
      moved: 'verschoben',
    })[state],
  now: (word) => ({ today: 'heute', bought: 'gekauft', 'played-to-here': 'bis hier gespielt' })[word],
  untilCancelled: () => 'bis zur Kündigung',
  nothingDue: () => 'nichts fällig',
  movedTo: (day) => `verschoben auf den ${day}`,
  opens: (title) => `${title} öffnet sich`,
  partOpens: (part, title) => `${part} von ${title} öffnet sich`,
  closes: (title) => `${title} schließt`,
  onHold: (title) => `${title} ruht`,
  openAgain: (title) => `${title} wieder offen`,
  paused: (until) => (until === null ? 'ausgesetzt' : `ausgesetzt bis ${until}`),
  products: (n) => `${n} Produkte`,
  andMore: (label, n) => `${label}, und ${n} weitere`,
  more: (n) => `${n} weitere`,
  inAll: (amount) => `insgesamt ${amount}`,
  goesOn: () => 'geht weiter',
  place: (i, of) => {
    const ordinal = ORDINALS[i] ?? `${i + 1}.`;
    return of === null ? ordinal : `${ordinal} von ${of}`;
  },
};
