import type { booking as en } from '../en/booking';

export const booking: typeof en = {
  left: (n) =>
    n === 0 ? 'Keine Sitzung mehr zu buchen' : n === 1 ? 'Noch 1 Sitzung zu buchen' : `Noch ${n} Sitzungen zu buchen`,
  given: {
    bought: 'Gekauft',
    period: 'Für einen bezahlten Zeitraum',
    'by-hand': 'Von Hand gegeben',
  },
  lapsed: 'Nicht rechtzeitig genutzt und verfallen',
  takenBack: 'Mit dem Geld zurückgegangen',
  ofSession: {
    booked: (day) => `Gebucht für den ${day}`,
    held: (day) => `Gehalten am ${day}`,
    missed: (day, counts) => `Versäumt am ${day}${counts ? '' : ' und zurückgegeben'}`,
    'called-off': (day, counts) => `Abgesagt, vom ${day}${counts ? ', kurzfristig' : ', und zurückgegeben'}`,
  },
  status: {
    booked: '',
    held: 'Gehalten',
    missed: 'Versäumt',
    'called-off': 'Abgesagt',
  },
  now: 'jetzt',
  stillBooked: 'vorbei',
  isBooked: 'Es ist gebucht. Eine Mail mit einer Datei für Ihren Kalender ist unterwegs.',
  isMoved: 'Es ist verlegt. Eine Mail mit einer Datei für Ihren Kalender ist unterwegs.',
  isCalledOff: 'Es ist abgesagt, und Sie können eine andere Sitzung buchen.',
  isCalledOffLate: 'Es ist abgesagt und zählt als verbraucht.',
  answerNeeded: (question) => `Bitte antworten Sie zuerst: „${question}“. Nichts wurde gebucht.`,
  answersNotKept:
    'Es ist gebucht. Was Sie geschrieben haben, ließ sich nicht aufheben: Bitte schicken Sie es per Mail.',
  seatTaken: 'Der Platz gehört Ihnen. Eine Mail mit einer Datei für Ihren Kalender ist unterwegs.',
  seatMoved: 'Ihr Platz ist verlegt. Eine Mail mit einer Datei für Ihren Kalender ist unterwegs.',
  seatLeft: 'Sie haben Ihren Platz zurückgegeben.',
  seatMoney: 'Ihr Geld ist auf dem Weg zurück. Eine Mail folgt, sobald es da ist.',
  nextSeat: (when) => `Ihr Platz: ${when}`,
  noneFree: 'Zurzeit ist keine Zeit frei.',
};
