import { dieKarte } from './means';
import type { LetterWords } from '../en/letters';
import { letter } from '../letter';
import { bookedLetters } from './bookedLetters';

/** Alles, was der Shop an seine Käufer schreibt. */
export const letters: LetterWords = {
  hello: (name) => (name === '' ? 'Guten Tag,' : `Guten Tag ${name},`),
  test: 'Test-Shop. Es fließt kein echtes Geld.',
  testMark: (subject) => `[Test] ${subject}`,
  way: (doing, url, days) => `${doing}:\n${url}\nDieser Link meldet Sie an. Er gilt einmal, ${days} Tage lang.`,

  receipt: (of) =>
    letter(
      `${of.paid === null ? 'Für Sie' : 'Beleg'}: ${of.titles} (Bestellung ${of.number})`,
      of.paid === null
        ? `Am ${of.day} haben Sie ${of.titles} erhalten. Es wurde nichts abgebucht.`
        : `Am ${of.day} haben Sie ${of.titles} für ${of.paid} gekauft.`,
      ...of.later.map((text) => `Später fällig: ${text}`),
      `Hier öffnen:\n${of.url}`,
      ...of.leaving.map(
        ({ title, day }) =>
          `Was Sie gekauft haben, tritt an die Stelle Ihres Abos ${title}; dafür wird nichts mehr abgebucht. Der Zugang bleibt bis zum ${day} offen, dann endet es. Über den Link oben können Sie es bestätigen: ${title} endet dann sofort, und die Tage, die beim Kauf noch nicht genutzt waren, werden erstattet. Wenn es weitergehen soll, behalten Sie es dort.`,
      ),
      `Der Link meldet Sie an. Er gilt einmal, ${of.days} Tage lang. Danach bekommen Sie mit dieser Adresse im Mitgliederbereich einen neuen.`,
      of.means === null ? '' : `Belastet wurde ${dieKarte(of.means)}; auf Ihrem Kontoauszug steht ${of.statement}.`,
      of.paper === null
        ? `Bestellung ${of.number}. Antworten Sie auf diese Nachricht, wenn etwas nicht stimmt.`
        : `Bestellung ${of.number}, Beleg ${of.paper}. Den Beleg finden Sie als PDF im Mitgliederbereich. Antworten Sie auf diese Nachricht, wenn etwas nicht stimmt.`,
    ),
  refund: (of) =>
    letter(
      `${of.amount} zurückgezahlt (Bestellung ${of.number})`,
      `Wir haben ${of.amount} für ${of.titles} zurückgezahlt${of.means === null ? '' : `, auf ${dieKarte(of.means)}`}. Bei der Bank dauert es ein paar Tage, bis man es sieht.`,
      of.closed === '' ? 'Ihr Zugang bleibt, wie er war.' : `Der Zugang zu ${of.closed} ist jetzt geschlossen.`,
      `Gutschrift ${of.note}.`,
    ),
  signIn: (shop, url, minutes) =>
    letter(
      `Anmelden bei ${shop}`,
      `Hier anmelden:\n${url}`,
      `Der Link gilt einmal, ${minutes} Minuten lang. Wenn Sie nicht darum gebeten haben, brauchen Sie nichts zu tun.`,
    ),
  until: 'bis',
  ...bookedLetters,
  access: ({ shop, titles, url, days }) =>
    letter(
      `${titles} ist für Sie geöffnet`,
      `${shop} hat ${titles} für Sie geöffnet. Hier geht es hinein:\n${url}`,
      `Der Link gilt einmal, ${days} Tage lang. Danach fordern Sie mit dieser Adresse einen neuen an; ein Passwort brauchen Sie nicht.`,
    ),
  addressLink: (shop, url) =>
    letter(
      `Ihre neue Adresse bei ${shop}`,
      `Drücken Sie den Knopf hinter diesem Link, dann schreibt ${shop} von da an an diese Adresse:\n${url}`,
      'Der Link gilt einen Tag. Wenn Sie nicht darum gebeten haben, brauchen Sie nichts zu tun.',
    ),
  addressAsked: (shop, to) =>
    letter(
      `Bei ${shop} wurde um eine andere Adresse gebeten`,
      `Jemand, der als Sie angemeldet ist, hat gebeten, dass ${shop} künftig an ${to} schreibt. Solange dem Link dorthin niemand folgt, ändert sich nichts.`,
      'Wenn Sie das nicht waren, antworten Sie gleich auf diese Nachricht.',
    ),
  addressChanged: (shop, from, to) =>
    letter(
      `Ihre Adresse bei ${shop} hat sich geändert`,
      `${shop} schreibt jetzt an ${to} statt an ${from}. Alles, was Ihnen gehört, ist da wie vorher; melden Sie sich mit der neuen Adresse an.`,
      'Wenn Sie das nicht waren, antworten Sie gleich auf diese Nachricht.',
    ),
  helper: (shop, url, minutes) =>
    letter(
      `Mithelfen bei ${shop}`,
      `Hier öffnen Sie das Studio von ${shop}:\n${url}`,
      `Der Link gilt einmal, ${minutes} Minuten lang; auf der ersten Seite des Studios können Sie um einen neuen bitten.`,
    ),

  'trial-ends': ({ title, day, amount, rest, way }) =>
    letter(
      `Ihre Probezeit für ${title} endet am ${day}`,
      `Ihre Probezeit für ${title} endet am ${day}. Wenn Sie nichts tun, werden an diesem Tag ${amount} von Ihrer Karte abgebucht.`,
      `Von da an: ${rest}`,
      way('Wenn Sie lieber nicht weitermachen, kündigen Sie vor diesem Tag, dann wird nichts weiter bezahlt'),
    ),
  payment: ({ title, amount, day, rest, way }, paper) =>
    letter(
      `Zahlung erhalten: ${title}`,
      `Wir haben ${amount} für ${title} erhalten. Der Beleg dazu, ${paper}, liegt in Ihrem Mitgliederbereich.`,
      day === '' ? '' : `Die nächste Zahlung ist am ${day}. ${rest}`,
      way('Hier ansehen'),
    ),
  refused: ({ title, amount, day, way }, reason) =>
    letter(
      `Eine Zahlung für ${title} hat nicht geklappt`,
      `Die Zahlung von ${amount} für ${title} hat nicht geklappt: ${reason}.`,
      day === '' ? '' : `Wir versuchen es am ${day} noch einmal. Ihr Zugang bleibt so lange offen.`,
      way('Soll es eine andere Karte sein, ändern Sie sie hier; die Zahlung wird dann sofort versucht'),
    ),
  'on-hold': ({ title, way }) =>
    letter(
      `${title} ruht`,
      `Die Zahlung für ${title} fehlt noch, deshalb ruht der Zugang. Er öffnet sich, sobald bezahlt ist.`,
      way('Hier die Karte ändern oder zahlen'),
    ),
  paused: ({ title, day, way }) =>
    letter(
      `${title} ist ausgesetzt`,
      day === ''
        ? `Die Zahlungen für ${title} sind ausgesetzt. Sie können jederzeit zurückkommen.`
        : `Die Zahlungen für ${title} sind bis zum ${day} ausgesetzt. Die Tage, die bezahlt sind, bleiben erhalten und kommen danach.`,
      way('Hier früher zurückkommen'),
    ),
  back: ({ title, day, rest, way }) =>
    letter(
      `${title} geht weiter`,
      `Die Pause ist vorbei, und ${title} ist offen. Die nächste Zahlung ist am ${day}.`,
      rest,
      way('Hier ansehen'),
    ),
  cancelled: ({ title, amount, day, way }, plan) =>
    letter(
      `${title} ist gekündigt`,
      amount === ''
        ? `Ihr ${plan ? 'Zahlungsplan' : 'Abo'} ${title} ist gekündigt. Der Zugang bleibt bis zum ${day} offen, und es wird nichts mehr bezahlt.`
        : `Ihr ${plan ? 'Zahlungsplan' : 'Abo'} ${title} ist gekündigt, und ${amount} für nicht genutzte Tage gehen auf Ihre Karte zurück.`,
      way('Anders überlegt? Bis dahin können Sie es hier zurücknehmen'),
    ),
  leaving: ({ title, day, way }, bought) =>
    letter(
      `${title} endet am ${day}, wenn Sie es nicht behalten`,
      `Mit Ihrer Adresse wurde ${bought} gekauft. Das tritt an die Stelle Ihres Abos ${title}; dafür wird nichts mehr abgebucht. Der Zugang bleibt bis zum ${day} offen, dann endet es.`,
      `Wenn Sie das waren, bestätigen Sie es: ${title} endet dann sofort, und die Tage, die beim Kauf noch nicht genutzt waren, werden erstattet. Wenn es weitergehen soll, behalten Sie es.`,
      way('Hier bestätigen oder behalten'),
    ),
  'leaving-soon': ({ title, day, way }) =>
    letter(
      `${title} endet am ${day}`,
      `Ihr Abo ${title} endet am ${day}, weil mit Ihrer Adresse etwas gekauft wurde, das an die Stelle tritt. Sie haben das weder bestätigt noch das Abo behalten.`,
      way('Hier bestätigen oder behalten'),
    ),
  kept: ({ title, day, way }) =>
    letter(
      `${title} geht weiter`,
      `Sie haben die Kündigung zurückgenommen: ${title} geht weiter, als wäre nichts gewesen. Die nächste Zahlung ist am ${day}.`,
      way('Hier ansehen'),
    ),
  'paid-off': ({ title, way }, opens) =>
    letter(
      `${title} ist abbezahlt`,
      `Das war die letzte Zahlung für ${title}. Es ist nichts mehr fällig${opens ? ', und wie versprochen gehört es Ihnen' : ''}.`,
      way('Hier öffnen'),
    ),
  finished: ({ title }) =>
    letter(
      `${title} ist zu Ende`,
      `Der letzte bezahlte Zeitraum von ${title} ist vorbei und damit auch der Zugang. Es wird nichts mehr bezahlt. Danke, dass Sie dabei waren.`,
    ),
  'ended-unpaid': ({ title }) =>
    letter(
      `${title} ist beendet`,
      `Die Zahlung für ${title} kam nicht zustande, deshalb ist es beendet und der Zugang geschlossen. Es ist nichts mehr offen. Mit einer neuen Bestellung können Sie jederzeit neu beginnen.`,
    ),
  switched: ({ title, day, rest, way }) =>
    letter(
      `Sie haben jetzt ${title}`,
      `Ihr Abo wurde zu ${title} geändert. Die nächste Zahlung ist am ${day}.`,
      rest,
      way('Hier ansehen'),
    ),
  stopped: ({ title }, accessStays) =>
    letter(
      `Ihr Zahlungsplan für ${title} ist beendet`,
      accessStays
        ? `Wir haben Ihnen den Rest der Zahlungen für ${title} erlassen. Es ist nichts mehr fällig, und Ihr Zugang bleibt.`
        : `Ihr Zahlungsplan für ${title} wurde beendet. Es ist nichts mehr fällig, und der Zugang ist geschlossen.`,
    ),
  'due-day': ({ title, amount, day, rest, way }) =>
    letter(
      `Die Zahlungen für ${title} fallen auf einen anderen Tag`,
      `Die Zahlungen für ${title} fallen von nun an auf einen anderen Tag: die nächste, ${amount}, auf den ${day}. Die Tage dazwischen kosten nichts.`,
      rest,
      way('Hier ansehen'),
    ),
  'card-changed': ({ title, way }, last4) =>
    letter(
      `Die Karte für ${title} wurde geändert`,
      `Von jetzt an wird ${title} mit der Karte mit den Endziffern ${last4} bezahlt.`,
      way('Waren Sie das nicht? Sehen Sie hier nach, oder antworten Sie auf diese Nachricht'),
    ),
  'amount-changes': ({ title, amount, day, rest, way }, moved) =>
    letter(
      `Der Betrag für ${title} ändert sich`,
      `${moved ? 'Wegen des neuen Landes oder der USt-IdNr.' : 'Weil sich die Steuer in Ihrem Land ändert,'} beträgt die Zahlung am ${day} ${amount}. ${moved ? rest : 'Der Preis ohne Steuer bleibt, wie er war.'}`,
      way('Hier ansehen'),
    ),
  cardReason: (reason) =>
    ({
      'not-enough-money': 'nicht genug Geld',
      expired: 'sie ist abgelaufen',
      'needs-bank': 'die Bank will erst den Inhaber der Karte fragen',
      'never-reached': 'die Bank war nicht zu erreichen',
      'confirmation-declined': 'die Zahlung wurde bei der Bank abgelehnt',
      'not-approved': 'die Zahlung wurde dort nicht freigegeben, oder nicht für diesen Betrag',
      'asked-once': 'sie lässt sich nur einmal fragen',
    })[reason] ?? 'die Bank nannte keinen Grund',
  reply: {
    noOrder: () =>
      'Unter dieser Adresse finde ich keine Bestellung. Könnte es eine andere gewesen sein? Nennen Sie mir die Adresse oder die Nummer der Bestellung vom Beleg, dann sehe ich noch einmal nach.',
    lookedUp: () => 'Ich habe nachgesehen.',
    free: () => 'kostenlos',
    order: (number, day, title, amount, back) =>
      `Bestellung ${number} vom ${day}: ${title}, ${amount}${back === null ? '' : `, davon ${back} zurückgezahlt`}.`,
    wayIn: () =>
      'Am einfachsten kommen Sie so hinein: Öffnen Sie den Mitgliederbereich, schreiben Sie die Adresse, an die diese Nachricht ging, und drücken Sie den Knopf in der Mail, die dann kommt. Dort liegt alles, was Ihnen gehört, mit frischen Links zu den Dateien.',
    notRight: () => 'Wenn Sie meinen, dass das nicht stimmt, sagen Sie es mir, und ich bringe es in Ordnung.',
  },
};
