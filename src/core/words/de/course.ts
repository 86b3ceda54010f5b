import type { CourseWords } from '../en/course';

/** Ein Kurs und seine Lektionen, wie Mitglieder sie sehen. */
export const course: CourseWords = {
  progress: (done, of) => `${done} von ${of} erledigt`,
  opens: (when) => `öffnet am ${when}`,
  opensAfter: (title) => `öffnet, sobald „${title}“ erledigt ist`,
  waits: 'öffnet, wenn der Zugang wieder offen ist',
  next: (title, when) => `Als Nächstes öffnet: ${title}, ${when}`,
  needs: (right, of) =>
    of === 1
      ? 'Eine Frage.'
      : right === of
        ? `Alle ${of} müssen richtig sein.`
        : `${right} von ${of} müssen richtig sein.`,
  begin: 'Anfangen',
  yours: 'Alles, was Ihnen gehört',
  goOnWith: (title) => `Weiter: ${title}`,
  again: 'Alles ist erledigt. Es bleibt für Sie offen.',
  certificate: 'Urkunde (PDF)',
  lessons: 'Lektionen',
  all: 'Alle Lektionen',
  doneMark: 'erledigt',
  backTo: (title) => `Zurück: ${title}`,
  onTo: (title) => `Weiter: ${title}`,
  done: 'Erledigt',
  doneOnTo: (title) => `Erledigt, weiter zu ${title}`,
  isDone: 'Diese Lektion ist erledigt.',
  finished: 'Das war die letzte: Alles ist erledigt.',
  withThis: 'Dazu',
  download: 'Laden',
  notes: 'Meine Notizen',
  notesHint: 'Nur Sie lesen das.',
  notesKept: 'Behalten',
  notesWait: 'Noch nicht behalten. Es wird wieder versucht, sobald die Verbindung da ist.',
  keptForLater: 'Gerade fehlt die Verbindung. Es ist hier vermerkt und wird geschickt, sobald sie da ist.',
  notReached: 'Der Shop war nicht zu erreichen. Nichts ist verloren. Versuchen Sie es in einer Minute wieder.',
  speed: 'Tempo',
  goOnAt: (time) => `Weiter bei ${time}`,
  elsewhere: (host) => `Dieser Film liegt bei ${host}. Wer ihn abspielt, fragt bei dieser Adresse an.`,
  play: 'Hier abspielen',
  openElsewhere: 'Dort öffnen',
  questions: 'Fragen',
  typed: 'Ihre Antwort',
  answer: 'Antworten',
  tryAgain: 'Noch einmal',
  triesLeft: (n) => (n === 1 ? 'Ein Versuch bleibt.' : `${n} Versuche bleiben.`),
  noneLeft: 'Es bleibt kein Versuch. Schreiben Sie uns, wir sehen es gemeinsam an.',
  right: 'Richtig.',
  wrong: 'Nicht richtig.',
  passed: (right, of) => `Bestanden: ${right} von ${of} richtig.`,
  notPassed: (right, of) => `${right} von ${of} richtig: noch nicht bestanden.`,
  unanswered: 'Jede Frage braucht eine Antwort.',
  feed: 'Die Töne in einem anderen Programm verfolgen',
  feedHint:
    'Ein Programm für Podcasts oder Feeds findet sie unter dieser Adresse. Sie gehört nur Ihnen und braucht keine Anmeldung: Behalten Sie sie für sich.',
  feedAddress: 'Adresse Ihres Feeds',
  feedAnew: 'Stattdessen eine andere Adresse',
  rightAfter:
    'Es gehört Ihnen. Der Link in Ihrem Beleg meldet Sie an: Dann bleiben Ihre Stelle, Ihre Notizen und was erledigt ist.',
  sample: 'Eine kostenlose Probe. Die anderen Lektionen öffnen mit dem Kurs.',
  toTheCourse: 'Zum Kurs',
  notYet: {
    heading: 'Noch nicht offen',
    text: (title, when) => (when === '' ? `„${title}“ ist für Sie noch nicht offen.` : `„${title}“ ${when}.`),
    action: 'Zum Kurs',
  },
  closed: {
    heading: 'Das ist geschlossen',
    action: 'Zu dem, was Ihnen gehört',
  },
  notYours: {
    heading: 'Das gehört nicht zu dem, was Ihnen gehört',
    text: 'Die Adresse ist vielleicht die eines anderen Mitglieds oder veraltet. Was Sie haben, steht im Mitgliederbereich.',
    action: 'Zu dem, was Ihnen gehört',
  },
  signIn: {
    heading: 'Melden Sie sich an, um weiterzumachen',
    text: 'Lektionen öffnen sich für alle, die den Kurs haben. Ein Link per E-Mail meldet Sie an.',
    action: 'Anmelden',
  },
  paper: {
    heading: 'Urkunde',
    says: (name, title) => `${name} hat den Kurs „${title}“ abgeschlossen.`,
    on: (day) => `Abgeschlossen am ${day}.`,
    number: (number) => `Urkunde ${number}`,
  },
};
