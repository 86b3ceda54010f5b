import type { BookedLetters } from '../en/bookedLetters';
import { letter } from '../letter';

/** Briefe über Gebuchtes, Plätze, und was von Hand gemacht oder geschickt wurde. */
export const bookedLetters: BookedLetters = {
  session: {
    booked: ({ title, times, place, url, days }) =>
      letter(
        `Gebucht: ${title}`,
        times,
        place,
        'Die Datei an dieser Mail trägt es in Ihren Kalender ein.',
        `Hier verlegen oder absagen:\n${url}`,
        `Der Link gilt einmal und ${days} Tage lang. Danach fordern Sie mit dieser Adresse einen neuen an.`,
      ),
    moved: ({ title, times, was, place, by, url }) =>
      letter(
        `Verlegt: ${title}`,
        by === 'member' ? `Sie haben ${title} verlegt. Jetzt ist es:` : `${title} wurde verlegt. Jetzt ist es:`,
        times,
        place,
        `Vorher war es:\n${was}`,
        'Die Datei an dieser Mail verlegt es in Ihrem Kalender.',
        `Hier ansehen:\n${url}`,
      ),
    'called-off': ({ title, times, by, counts, url }) =>
      letter(
        `Abgesagt: ${title}`,
        times,
        by === 'access'
          ? 'Es entfällt, weil der Zugang dazu geendet hat.'
          : by === 'member'
            ? counts
              ? 'Sie haben kurzfristig abgesagt, daher zählt die Sitzung als verbraucht.'
              : 'Sie haben rechtzeitig abgesagt: Sie können eine andere buchen.'
            : counts
              ? 'Es musste abgesagt werden. Die Sitzung zählt als verbraucht.'
              : 'Es musste abgesagt werden. Sie können eine andere buchen.',
        'Die Datei an dieser Mail nimmt es aus Ihrem Kalender.',
        by === 'access' ? '' : `Hier buchen:\n${url}`,
      ),
    reminder: ({ title, times, place, url }) => letter(`Bald: ${title}`, times, place, `Hier ansehen:\n${url}`),
  },
  task: {
    work: ({ title, note, url }) =>
      letter(`Fertig: ${title}`, note === '' ? 'Es ist fertig.' : note, `Hier ansehen:\n${url}`),
    sending: ({ title, carrier, number, note, url }) =>
      letter(
        `Unterwegs: ${title}`,
        'Es wurde abgeschickt.',
        number === '' ? carrier : `Die Sendungsnummer ist ${number}${carrier === '' ? '' : ` (${carrier})`}.`,
        note,
        `Hier ansehen:\n${url}`,
      ),
  },
  seat: {
    booked: ({ title, times, url, days }) =>
      letter(
        `Ihr Platz: ${title}`,
        times,
        'Wie Sie teilnehmen, steht ab einer halben Stunde vor Beginn auf der Seite dazu.',
        'Die Datei an dieser Mail trägt es in Ihren Kalender ein.',
        `Hier ansehen:\n${url}`,
        `Der Link gilt einmal und ${days} Tage lang. Danach fordern Sie mit dieser Adresse einen neuen an.`,
      ),
    moved: ({ title, times, was, by, offered, url }) =>
      letter(
        `Verlegt: ${title}`,
        by === 'member'
          ? `Sie haben Ihren Platz bei ${title} verlegt. Jetzt ist es:`
          : `${title} wurde verlegt. Jetzt ist es:`,
        times,
        `Vorher war es:\n${was}`,
        'Die Datei an dieser Mail verlegt es in Ihrem Kalender.',
        offeredInWords(offered, 'Wenn Sie nichts tun, behalten Sie Ihren Platz.'),
        `Hier ansehen:\n${url}`,
      ),
    'called-off': ({ title, times, by, offered, url }) =>
      letter(
        `Abgesagt: ${title}`,
        times,
        by === 'access'
          ? 'Ihr Platz entfällt, weil der Zugang dazu geendet hat.'
          : by === 'member'
            ? 'Sie haben Ihren Platz zurückgegeben.'
            : 'Dieser Termin muss leider ausfallen.',
        'Die Datei an dieser Mail nimmt es aus Ihrem Kalender.',
        offeredInWords(offered, ''),
        by === 'access' ? '' : `Zu den Terminen:\n${url}`,
      ),
    reminder: ({ title, times, url }) =>
      letter(`Bald: ${title}`, times, 'Wie Sie teilnehmen, steht ab einer halben Stunde vor Beginn hier:', url),
  },
};

function offeredInWords(offered: { otherDate: boolean; money: boolean; until: string } | null, kept: string): string {
  if (!offered || (!offered.otherDate && !offered.money))
    return offered ? 'Wenn Ihnen das nicht passt, antworten Sie bitte auf diese Mail.' : '';
  const choices =
    offered.otherDate && offered.money
      ? 'einen anderen Termin wählen oder Ihr Geld zurückholen'
      : offered.money
        ? 'Ihr Geld zurückholen'
        : 'einen anderen Termin wählen';
  return `${kept}${kept === '' ? '' : ' '}Bis ${offered.until} können Sie auf der Seite dazu ${choices}${offered.money ? '' : '. Sonst antworten Sie bitte auf diese Mail'}.`;
}
