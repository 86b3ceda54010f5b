import { dieKarte, karte } from './means';
import type { PaperWords } from '../en/papers';

/** Was auf Belegen, Rechnungen und Gutschriften steht. */
export const papers: PaperWords = {
  namedFor: (name, address, order) =>
    [name, address, ...(order === null ? [] : [`Bestellung ${order}`])].filter((part) => part !== '').join(' · '),
  name: (invoice) => (invoice ? 'Rechnung' : 'Beleg'),
  creditNote: () => 'Gutschrift',
  test: () => 'Test-Shop. Es floss kein echtes Geld.',
  vatNumber: (number) => `USt-IdNr. ${number}`,
  order: () => 'Bestellung',
  date: () => 'Datum',
  paidWith: () => 'Bezahlt mit',
  card: karte,
  withArticle: (text, number) => `${text} (Art.-Nr. ${number})`,
  sending: (country) => `Versand nach ${country}`,
  withOwned: (text, off) => `${text}, abzüglich ${off} für das, was Sie davon hatten`,
  withCode: (text, code) => `${text}, mit ${code}`,
  paid: () => 'Bezahlt',
  laterInMemberArea: () => 'Was später fällig ist, steht im Mitgliederbereich.',
  inFull: () => 'Vollständig bezahlt. Es ist nichts mehr fällig.',
  due: (title, n, of, day) => `${title}, Zahlung ${n}${of === null ? '' : ` von ${of}`}, fällig am ${day}`,
  unusedDays: () => 'Aus nicht genutzten Tagen bezahlt',
  reverseCharge: () => 'Steuerschuldnerschaft des Leistungsempfängers.',
  ofWhichTax: (amount, country) => `Davon ${amount} Steuer${country === null ? '' : ` (${country})`}.`,
  forReceipt: () => 'Zu Beleg',
  backRow: (title, tax) => (tax === null ? title : `${title}, davon ${tax} Steuer`),
  givenBack: () => 'Zurückgezahlt',
  toCard: (means) => `Auf ${dieKarte(means)}.`,
};
