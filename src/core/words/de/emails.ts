import { button, email, note, rows } from '../email';
import type { Emails } from '../en/emails';
import { bookedEmails } from './bookedEmails';
import { dieKarte, vonDerKarte } from './means';

/** Alles, was der Shop an seine Kunden schreibt. */
export const emails: Emails = {
  hello: (name) => (name === '' ? 'Guten Tag,' : `Guten Tag ${name},`),
  test: 'Test-Shop. Es fließt kein echtes Geld.',
  testMark: (subject) => `[Test] ${subject}`,
  amountOn: (amount, day) => `${amount} am ${day}`,
  signsIn: (days) =>
    `Mit diesem Knopf melden Sie sich an. Er gilt einmal: ${days} Tage lang auf einem Gerät, das Sie hier schon benutzt haben, sonst einen Tag lang. Danach fordern Sie mit dieser E-Mail-Adresse einen neuen Anmeldelink an.`,
  opens: { library: 'Bibliothek öffnen', one: (title) => `${title} öffnen` },

  receipt: (of) =>
    email(
      of.isFree && !of.isSent
        ? `${of.titles} ${of.count > 1 ? 'liegen' : 'liegt'} für Sie bereit`
        : `Ihre Bestellung: ${of.titles}`,
      [
        'Vielen Dank für Ihre Bestellung.',
        of.isSent
          ? 'Wir schreiben Ihnen, sobald Ihr Paket unterwegs ist.'
          : of.count > 1
            ? 'Alles liegt für Sie bereit.'
            : `${of.titles} liegt für Sie bereit.`,
        of.isFree ? 'Es war nichts zu bezahlen.' : '',
      ]
        .filter((sentence) => sentence !== '')
        .join(' '),
      ...of.open,
      ...of.leaving.map(
        ({ title, day }) =>
          `Was Sie gekauft haben, ersetzt Ihr Abo ${title}; dafür buchen wir nichts mehr ab. Ihr Zugang bleibt bis zum ${day} bestehen. Waren Sie das? Bestätigen Sie es in Ihrer Bibliothek, dann erstatten wir die nicht genutzten Tage. Waren Sie es nicht? Dort können Sie ${title} auch behalten.`,
      ),
      rows(of.rows),
      ...of.later.map((text) => `Noch zu zahlen: ${text}`),
      of.isFree || of.later.length > 0 ? '' : 'Keine weiteren Zahlungen.',
      of.means === null ? '' : note(`Abgebucht ${vonDerKarte(of.means)}. Auf Ihrem Kontoauszug steht ${of.statement}.`),
      note(
        of.invoice === null
          ? `Bestellung ${of.number}. Fragen? Antworten Sie einfach auf diese E-Mail.`
          : `Bestellung ${of.number}, ${of.invoice.name} ${of.invoice.number} (als PDF in Ihrer Bibliothek). Fragen? Antworten Sie einfach auf diese E-Mail.`,
      ),
    ),
  rows: { total: 'Gesamt', tax: 'darin enthaltene Steuer' },
  refund: (of) =>
    email(
      `Ihre Erstattung von ${of.amount}`,
      `Wir haben ${of.amount} für ${of.titles} ${of.means === null ? '' : `auf ${dieKarte(of.means)} `}erstattet. Bis die Summe auf Ihrem Kontoauszug erscheint, kann es einige Tage dauern.`,
      of.closed === '' ? 'Ihr Zugang bleibt vollständig bestehen.' : `Ihr Zugang zu ${of.closed} ist beendet.`,
      note(`Bestellung ${of.number}. Die Gutschrift ${of.note} liegt in Ihrer Bibliothek.`),
    ),
  signIn: (shop, url, minutes) =>
    email(
      `Ihr Anmeldelink für ${shop}`,
      button('Anmelden', url),
      note(
        `Der Link gilt einmal und ${minutes} Minuten lang. Wenn Sie ihn nicht angefordert haben, können Sie diese E-Mail ignorieren.`,
      ),
    ),
  until: 'bis',
  ...bookedEmails,
  access: ({ shop, titles, open }) =>
    email(
      `Sie haben jetzt Zugang zu ${titles}`,
      `${shop} hat Ihnen Zugang zu ${titles} gegeben. Ein Passwort brauchen Sie nicht.`,
      ...open,
    ),
  addressLink: (shop, url) =>
    email(
      'Bestätigen Sie Ihre neue E-Mail-Adresse',
      `Bestätigen Sie, dass ${shop} von jetzt an diese Adresse verwenden soll.`,
      button('Bestätigen', url),
      note('Der Link gilt einen Tag. Wenn Sie das nicht wollten, können Sie diese E-Mail ignorieren.'),
    ),
  addressAsked: (shop, to) =>
    email(
      `Waren Sie das? Eine neue E-Mail-Adresse für ${shop}`,
      `Jemand, der in Ihrem Konto angemeldet ist, möchte, dass wir von jetzt an ${to} verwenden. Es ändert sich nichts, solange diese Adresse nicht bestätigt ist.`,
      'Waren Sie das nicht? Antworten Sie bitte sofort auf diese E-Mail.',
    ),
  addressChanged: (shop, from, to) =>
    email(
      'Ihre E-Mail-Adresse wurde geändert',
      `${shop} verwendet jetzt ${to} statt ${from}. Alles in Ihrer Bibliothek bleibt.`,
      'Waren Sie das nicht? Antworten Sie bitte sofort auf diese E-Mail.',
    ),
  helper: (shop, url, minutes) =>
    email(
      `Sie wurden eingeladen, bei ${shop} mitzuhelfen`,
      button('Studio öffnen', url),
      note(
        `Der Link gilt einmal und ${minutes} Minuten lang. Auf der ersten Seite des Studios können Sie einen neuen anfordern.`,
      ),
    ),

  'trial-ends': ({ title, day, amount, rest, open }) =>
    email(
      `Ihre Probezeit für ${title} endet am ${day}`,
      `Wenn Sie nichts tun, buchen wir am ${day} ${amount} von Ihrer Karte ab.`,
      rest === '' ? '' : `Danach: ${rest}`,
      `Sie möchten nicht weitermachen? Kündigen Sie vor dem ${day}, dann zahlen Sie nichts mehr.`,
      ...open('Abo verwalten'),
    ),
  payment: ({ title, amount, next, invoice, open }) =>
    email(
      `Zahlung für ${title} erhalten`,
      `Wir haben ${amount} erhalten.${invoice ? ` In Ihrer Bibliothek liegt: ${invoice.name} ${invoice.number}.` : ''}`,
      next === '' ? '' : `Nächste Zahlung: ${next}.`,
      ...open('Ansehen'),
    ),
  refused: ({ title, amount, day, accessUntil, open }, reason) =>
    email(
      `Ihre Zahlung für ${title} ist fehlgeschlagen`,
      `Wir konnten ${amount} nicht von Ihrer Karte abbuchen: ${reason}.`,
      [
        day === '' ? '' : `Wir versuchen es am ${day} noch einmal.`,
        accessUntil === '' ? '' : `Ihr Zugang bleibt bis zum ${accessUntil} bestehen.`,
      ]
        .filter((sentence) => sentence !== '')
        .join(' '),
      'Sie können eine andere Karte hinterlegen; von ihr buchen wir dann sofort ab.',
      ...open('Karte ändern'),
    ),
  'on-hold': ({ title, open }) =>
    email(
      `Ihr Zugang zu ${title} ist vorübergehend gesperrt`,
      `Ihre Zahlung für ${title} ist noch nicht eingegangen. Sobald sie da ist, haben Sie wieder Zugang.`,
      ...open('Karte ändern oder jetzt zahlen'),
    ),
  paused: ({ title, day, open }) =>
    email(
      `${title} pausiert`,
      day === ''
        ? 'Es gibt keine Zahlungen, bis Sie fortfahren. Das können Sie jederzeit.'
        : `Bis zum ${day} gibt es keine Zahlungen. Die Tage, die Sie schon bezahlt haben, bleiben erhalten und beginnen dann.`,
      ...open('Jetzt fortfahren'),
    ),
  back: ({ title, next, open }) =>
    email(
      `${title} läuft wieder`,
      `Ihre Pause ist vorbei.${next === '' ? '' : ` Nächste Zahlung: ${next}.`}`,
      ...open('Ansehen'),
    ),
  cancelled: ({ title, amount, day, open }, hasEnded) =>
    email(
      `Sie haben ${title} gekündigt`,
      ...(hasEnded
        ? [`${title} ist gekündigt, und Ihr Zugang ist beendet. Es gibt keine weiteren Zahlungen.`]
        : [
            `Ihr Zugang bleibt bis zum ${day} bestehen, und es gibt keine weiteren Zahlungen.`,
            `Anders überlegt? Bis zum ${day} können Sie das rückgängig machen.`,
            ...open('Rückgängig machen'),
          ]),
      amount === '' ? '' : `Wir erstatten ${amount} für nicht genutzte Tage.`,
    ),
  leaving: ({ title, day, open }, bought) =>
    email(
      `Ihr Abo ${title} endet am ${day}`,
      `Mit Ihrer Adresse wurde ${bought} gekauft. Das ersetzt ${title}; dafür buchen wir nichts mehr ab. Ihr Zugang bleibt bis zum ${day} bestehen.`,
      'Waren Sie das? Bestätigen Sie es, dann erstatten wir die nicht genutzten Tage. Waren Sie es nicht? Behalten Sie Ihr Abo.',
      ...open('Bestätigen oder behalten'),
    ),
  'leaving-soon': ({ title, day, open }) =>
    email(
      `${title} endet am ${day}`,
      `Mit Ihrer Adresse wurde etwas gekauft, das ${title} ersetzt; dafür buchen wir nichts mehr ab. Ihr Zugang bleibt bis zum ${day} bestehen.`,
      'Waren Sie das? Bestätigen Sie es, dann erstatten wir die nicht genutzten Tage. Waren Sie es nicht? Behalten Sie Ihr Abo.',
      ...open('Bestätigen oder behalten'),
    ),
  kept: ({ title, next, open }) =>
    email(
      `${title} läuft weiter`,
      `Sie haben die Kündigung rückgängig gemacht.${next === '' ? '' : ` Nächste Zahlung: ${next}.`}`,
      ...open('Ansehen'),
    ),
  'paid-off': ({ title, open }, opens) =>
    email(
      `${title} ist vollständig bezahlt`,
      `Das war Ihre letzte Zahlung.${opens ? ` ${title} gehört jetzt Ihnen.` : ''}`,
      ...open('Öffnen'),
    ),
  finished: ({ title }) =>
    email(
      `${title} ist beendet`,
      'Ihr letzter bezahlter Zeitraum ist vorbei und damit auch Ihr Zugang. Danke, dass Sie dabei waren.',
    ),
  'ended-unpaid': ({ title }) =>
    email(
      `${title} ist beendet`,
      `Wir konnten die Zahlung nicht einziehen. Deshalb ist ${title} beendet und Ihr Zugang geschlossen. Sie schulden nichts. Sie sind jederzeit wieder willkommen.`,
    ),
  switched: ({ title, next, rest, open }) =>
    email(`Sie haben jetzt ${title}`, next === '' ? '' : `Nächste Zahlung: ${next}.`, rest, ...open('Ansehen')),
  stopped: ({ title }, accessStays) =>
    email(
      `Ihr Zahlungsplan für ${title} ist beendet`,
      `Es gibt keine weiteren Zahlungen. ${accessStays ? 'Ihr Zugang bleibt bestehen.' : 'Ihr Zugang ist beendet.'}`,
    ),
  'due-day': ({ title, amount, day, rest, open }) =>
    email(
      `Ihr Zahlungstag für ${title} hat sich geändert`,
      `Nächste Zahlung: ${amount} am ${day}. Die Tage dazwischen kosten nichts.`,
      rest,
      ...open('Ansehen'),
    ),
  'card-changed': ({ title, open }, last4) =>
    email(
      `Ihre Karte für ${title} wurde geändert`,
      `Von jetzt an buchen wir von der Karte mit den Endziffern ${last4} ab.`,
      'Waren Sie das nicht? Sehen Sie in Ihrem Konto nach, oder antworten Sie auf diese E-Mail.',
      ...open('Konto ansehen'),
    ),
  'amount-changes': ({ title, amount, day, rest, open }, moved) =>
    email(
      `Ihre Zahlung für ${title} ändert sich am ${day}`,
      `Ab dem ${day} zahlen Sie ${amount}, weil sich ${moved ? 'Ihr Land oder Ihre USt-IdNr. geändert hat' : 'der Steuersatz in Ihrem Land ändert'}.`,
      moved ? rest : 'Der Preis ohne Steuer bleibt gleich.',
      ...open('Ansehen'),
    ),
  cardReason: (reason) =>
    ({
      'not-enough-money': 'nicht genug Guthaben',
      expired: 'die Karte ist abgelaufen',
      'needs-bank': 'Ihre Bank möchte, dass Sie die Zahlung bestätigen',
      'never-reached': 'Ihre Bank war nicht erreichbar',
      'confirmation-declined': 'Sie haben die Zahlung bei Ihrer Bank abgelehnt',
      'not-approved': 'die Zahlung wurde für diesen Betrag nicht freigegeben',
      'asked-once': 'diese Zahlung lässt sich nicht wiederholen',
    })[reason] ?? 'Ihre Bank hat keinen Grund genannt',
  reply: {
    noOrder: () =>
      'Unter dieser Adresse finde ich keine Bestellung. Haben Sie vielleicht eine andere verwendet? Nennen Sie mir die Adresse oder die Bestellnummer aus der Bestätigung, dann sehe ich noch einmal nach.',
    lookedUp: () => 'Ich habe nachgesehen.',
    free: () => 'kostenlos',
    order: (number, day, title, amount, back) =>
      `Bestellung ${number} vom ${day}: ${title}, ${amount}${back === null ? '' : `, davon ${back} erstattet`}.`,
    wayIn: () =>
      'Am einfachsten kommen Sie so wieder hinein: Öffnen Sie den Mitgliederbereich, geben Sie diese E-Mail-Adresse ein, und drücken Sie den Knopf in der E-Mail, die Sie dann erhalten. Dort finden Sie alles, was Ihnen gehört.',
    notRight: () => 'Wenn etwas nicht stimmt, sagen Sie mir Bescheid, dann bringe ich es in Ordnung.',
  },
};
