import type { BookedEmails } from '../en/bookedEmails';
import { email, lines, note } from '../email';

/** E-Mails zu Terminen, Plätzen in Kursen und zu dem, was von Hand erledigt oder verschickt wurde. */
export const bookedEmails: BookedEmails = {
  session: {
    booked: ({ title, times, place, open }) =>
      email(
        `Gebucht: ${title}`,
        lines(times),
        place,
        'Öffnen Sie die angehängte Datei, um den Termin in Ihren Kalender einzutragen.',
        ...open('Verschieben oder absagen'),
      ),
    moved: ({ title, times, was, place, by, open }) =>
      email(
        `Verschoben: ${title}`,
        by === 'member' ? `Sie haben ${title} verschoben auf:` : `${title} wurde verschoben auf:`,
        lines(times),
        place,
        'Vorher:',
        lines(was),
        'Öffnen Sie die angehängte Datei, um Ihren Kalender zu aktualisieren.',
        ...open('Ansehen'),
      ),
    'called-off': ({ title, times, by, counts, open }) =>
      email(
        `Abgesagt: ${title}`,
        lines(times),
        by === 'access'
          ? 'Der Termin wurde abgesagt, weil Ihr Zugang beendet ist.'
          : by === 'member'
            ? counts
              ? 'Sie haben kurzfristig abgesagt, daher zählt der Termin als verbraucht.'
              : 'Sie haben rechtzeitig abgesagt und können einen anderen Termin buchen.'
            : counts
              ? 'Der Termin musste abgesagt werden. Er zählt als verbraucht.'
              : 'Der Termin musste leider abgesagt werden. Sie können einen anderen buchen.',
        'Öffnen Sie die angehängte Datei, um den Termin aus Ihrem Kalender zu entfernen.',
        ...(by === 'access' ? [] : open('Anderen Termin buchen')),
      ),
    reminder: ({ title, times, place, open }) => email(`Bald: ${title}`, lines(times), place, ...open('Ansehen')),
  },
  task: {
    work: ({ title, note: words, open }) =>
      email(`${title} ist fertig`, words === '' ? 'Wir sind damit fertig.' : words, ...open('Ansehen')),
    sending: ({ title, carrier, number, note: words, open }) =>
      email(
        `${title} ist unterwegs zu Ihnen`,
        carrier === '' ? 'Wir haben es verschickt.' : `Verschickt mit ${carrier}.`,
        number === '' ? '' : `Sendungsnummer: ${number}`,
        words,
        ...open('Ansehen'),
      ),
  },
  seat: {
    booked: ({ title, times, open }) =>
      email(
        `Ihr Platz: ${title}`,
        lines(times),
        'Den Link zur Teilnahme finden Sie ab einer halben Stunde vor Beginn auf der Seite des Kurses.',
        'Öffnen Sie die angehängte Datei, um den Termin in Ihren Kalender einzutragen.',
        ...open('Ansehen'),
      ),
    moved: ({ title, times, was, by, offered, open }) =>
      email(
        `Verschoben: ${title}`,
        by === 'member'
          ? `Sie haben Ihren Platz in ${title} verschoben auf:`
          : `${title} wurde verschoben. Sie haben einen Platz am neuen Termin:`,
        lines(times),
        'Vorher:',
        lines(was),
        offeredInWords(offered),
        'Öffnen Sie die angehängte Datei, um Ihren Kalender zu aktualisieren.',
        ...open(offered ? 'Auswählen' : 'Ansehen'),
      ),
    'called-off': ({ title, times, by, offered, open }) =>
      email(
        `Abgesagt: ${title}`,
        lines(times),
        by === 'access'
          ? 'Ihr Platz wurde abgesagt, weil Ihr Zugang beendet ist.'
          : by === 'member'
            ? 'Sie haben Ihren Platz freigegeben.'
            : 'Dieser Termin fällt leider aus.',
        offeredInWords(offered),
        'Öffnen Sie die angehängte Datei, um den Termin aus Ihrem Kalender zu entfernen.',
        ...(by === 'access' ? [] : open(offered ? 'Auswählen' : 'Termine ansehen')),
      ),
    reminder: ({ title, times, open }) =>
      email(
        `Bald: ${title}`,
        lines(times),
        note('Den Link zur Teilnahme finden Sie ab einer halben Stunde vor Beginn auf der Seite des Kurses.'),
        ...open('Kurs öffnen'),
      ),
  },
};

function offeredInWords(offered: { otherDate: boolean; money: boolean; until: string } | null): string {
  if (!offered) return '';
  const { otherDate, money, until } = offered;
  if (!otherDate && !money) return 'Passt es Ihnen nicht? Antworten Sie bitte auf diese E-Mail.';
  const choices =
    otherDate && money
      ? 'einen anderen Termin wählen oder sich den Preis erstatten lassen'
      : money
        ? 'sich den Preis erstatten lassen'
        : 'einen anderen Termin wählen';
  return `Passt es Ihnen nicht? Bis ${until} können Sie ${choices}${money ? '' : ' oder auf diese E-Mail antworten'}.`;
}
