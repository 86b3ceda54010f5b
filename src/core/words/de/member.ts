import type { MemberWords } from '../en/member';

/** Die eigenen Worte des Mitgliederbereichs. */
export const member: MemberWords = {
  tryAgain: 'Noch einmal versuchen',
  signOut: 'Abmelden',
  yours: (name) => (name === '' ? 'Ihres' : `Ihres, ${name}`),
  title: (shop) => `${shop}: Ihres`,
  signedInAs: (address) => `Angemeldet als ${address}`,
  nothingYet: 'Hier ist noch nichts. Was Sie mit dieser Adresse kaufen, erscheint sofort.',
  files: 'Die Dateien',
  open: 'Öffnen',
  download: 'Herunterladen',
  listen: 'Hier anhören',
  listenTo: (name) => `: ${name}`,
  overTime: 'Was Sie nach und nach zahlen',
  changeCountry: (name) => `Land ändern (${name})`,
  writeToUs: 'Schreiben Sie uns',
  startAgain: 'Neu beginnen',
  untilWhich: 'Bis zu welchem Tag?',
  pauseUntil: (day) => `Aussetzen bis ${day}`,
  soFar: (n) => (n === 1 ? 'Bisher 1 Zahlung' : `Bisher ${n} Zahlungen`),
  pdf: (name) => `${name} (PDF)`,
  whatYouPaid: 'Was Sie bezahlt haben',
  order: (number) => `Bestellung ${number}`,
  useCard: 'Von jetzt an diese Karte verwenden',
  taxFollows:
    'Die Steuer richtet sich nach dem Land, in dem Sie wohnen oder Ihr Unternehmen sitzt. Eine Änderung gilt ab der nächsten Zahlung; vorhandene Belege bleiben, wie sie sind.',
  country: 'Land',
  vatNumber: 'USt-IdNr. (nur Unternehmen)',
  usePlace: 'Ab der nächsten Zahlung verwenden',
  signInTitle: 'Öffnen, was Sie gekauft haben',
  signInHow:
    'Schreiben Sie die Adresse, mit der Sie gekauft haben. Wir schicken einen Link dorthin, der Sie anmeldet; ein Passwort braucht es nicht.',
  email: 'E-Mail',
  sendLink: 'Schicken Sie mir einen Link',
  notReached:
    'Der Shop war nicht zu erreichen. Nichts von Ihnen ist verloren. Versuchen Sie es in einer Minute wieder.',
};
