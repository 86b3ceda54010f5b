import { sendTo } from './sendTo';
import { vonDerKarte } from './means';
import type { CheckoutWords } from '../en/checkout';

/** Das Formular der Kasse und was ihr Skript sagt. */
export const checkout: CheckoutWords = {
  howToPay: 'Wie möchten Sie zahlen?',
  later: (later) => `später ${later}`,
  today: (amount) => `heute ${amount}`,
  nothingToday: 'heute nichts',
  email: 'E-Mail',
  name: 'Name',
  country: 'Land',
  vatNumber: 'USt-IdNr. (nur Unternehmen)',
  formChecked: 'Form geprüft.',
  haveCoupon: 'Ich habe einen Gutscheincode',
  coupon: 'Gutscheincode',
  useCoupon: 'Einlösen',
  removeCoupon: 'Entfernen',
  dueToday: 'Heute fällig',
  dueLater: 'Später fällig',
  bankAsks: 'Ihre Bank bittet um Bestätigung.',
  bankSafe: 'Vorher wird nichts abgebucht. Diese Seite geht von selbst weiter.',
  confirmWithBank: 'Bei der Bank bestätigen',
  addIt: 'Dazunehmen',
  added: 'Dabei · wieder weg',
  notNow: 'Jetzt nicht',
  anotherCard: 'Lieber eine andere Karte',
  amount: 'Ihr Betrag',
  sendTo,
  whichDate: 'Welcher Termin?',
  whereYouAre: (time) => `${time} bei Ihnen`,
  howMany: 'Wie viele',
  offer: {
    yes: (amount, means) => `Ja, dazu: ${amount} ${vonDerKarte(means)}`,
    yesCard: (amount) => `Ja, dazu: ${amount}`,
    yesFree: 'Ja, dazu, heute nichts zu zahlen',
    no: 'Nein, danke',
    goOn: 'Ohne das weiter',
    otherCard: 'Eine andere Karte nehmen',
    refused: 'Was Sie davor gekauft haben, gehört Ihnen trotzdem.',
    opens: 'Öffnet sich sofort',
  },
  oneMoment: 'Einen Moment …',
  buttonWith: (words, amount) => `${words}: ${amount}`,
  payBy: 'Zahlen mit',
  ways: { card: 'Karte', wallet: 'Wallet', account: 'Bankkonto' },
  ledTo: {
    wallet: 'Ihre Wallet öffnet sich und bittet um Freigabe. Danach kommen Sie von selbst hierher zurück.',
    account: 'Ihre Bank öffnet sich und bittet um Freigabe. Danach kommen Sie von selbst hierher zurück.',
  },
  payFrom: (amount, way) => (way === 'wallet' ? `${amount} mit der Wallet zahlen` : `${amount} vom Bankkonto zahlen`),
  noWay: 'Dieser Shop kann gerade keine Zahlungen annehmen. Es wird nichts abgebucht.',
  cameBack:
    'Sie sind zurückgekommen, ohne zu zahlen. Es wurde nichts abgebucht, und alles, was Sie geschrieben haben, ist noch da.',
  getNow: 'Jetzt holen, nichts zu zahlen',
  payNow: (amount) => `Jetzt ${amount} zahlen`,
  startNow: 'Jetzt beginnen, heute nichts zu zahlen',
  asking:
    'Wir fragen bei Ihrer Bank nach. Bitte nicht noch einmal bezahlen. Diese Seite geht von selbst weiter, und der Beleg kommt per E-Mail.',
  sumChanged:
    'Was Sie geschrieben haben, ändert die Summe. Es wurde noch nichts abgebucht: Sehen Sie sie an und drücken Sie noch einmal.',
  nothingCharged:
    'Es wurde nichts abgebucht, und alles, was Sie geschrieben haben, ist noch da. Versuchen Sie es noch einmal.',
  notOnSale: 'Das wird im Moment nicht verkauft.',
  notReached:
    'Der Shop war nicht zu erreichen. Falls Sie den Knopf schon gedrückt hatten, zahlen Sie nicht noch einmal, bevor diese Seite sagt, dass nichts abgebucht wurde.',
  wrong: {
    address: 'Schreiben Sie Ihre E-Mail-Adresse, etwa name@example.org. Beleg und Zugang gehen dorthin.',
    name: 'Schreiben Sie Ihren Namen so, wie er auf dem Beleg stehen soll.',
    number: 'Schreiben Sie die ganze Kartennummer.',
    expiry: 'Monat und Jahr, etwa 11 / 29.',
    code: 'Drei oder vier Ziffern.',
  },
  whatYouGet: 'Was Sie bekommen',
  opensAtOnce: 'Öffnet sich sofort',
  statementBefore: 'Ihre Karte geht direkt an den Zahlungsdienst. Auf Ihrem Kontoauszug steht',
  needsScripts:
    'Zum Bezahlen müssen auf dieser Seite Skripte erlaubt sein. Ihre Karte geht dann direkt an den Zahlungsdienst.',
};
