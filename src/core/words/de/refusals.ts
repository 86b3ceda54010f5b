import type { RefusalWords } from '../en/refusals';
import { STATUS } from './status';

const SAFE = 'Es wurde nichts abgebucht.';

/** Jede Ablehnung: was geschehen ist, was sicher ist, was zu tun ist. */
export const refusals: RefusalWords = {
  'not-on-sale': ({ why }) =>
    `${
      {
        off: 'Das wird nicht mehr verkauft.',
        'not-yet': 'Das wird noch nicht verkauft.',
        over: 'Das wird nicht mehr verkauft.',
        'access-over': 'Die Zeit, für die sich das öffnen würde, ist vorbei.',
      }[why]
    } ${SAFE}`,
  'no-such-price': () => `Diesen Preis gibt es nicht mehr. ${SAFE}`,
  'sold-out': () => `Gerade eben wurde das letzte verkauft. ${SAFE}`,
  'buyer-limit': ({ each }) =>
    `${each === 1 ? 'Das kann jede Person einmal kaufen' : `Das kann jede Person ${each}-mal kaufen`}, und mit dieser Adresse wurde es schon gekauft. ${SAFE} Melden Sie sich an, um es zu öffnen.`,
  'too-many': ({ most }) =>
    `${most === 1 ? 'Davon geht nur eines' : `Davon gehen höchstens ${most}`} in eine Bestellung. ${SAFE}`,
  'amount-named': ({ least, most, currency }, { money }) =>
    `${
      most === null
        ? `Nennen Sie einen Betrag ab ${money(least, currency)}.`
        : `Nennen Sie einen Betrag von ${money(least, currency)} bis ${money(most, currency)}.`
    } ${SAFE}`,
  coupon: ({ why, code, currency }) =>
    why === 'nothing-to-pay'
      ? 'Hier ist nichts zu zahlen, also braucht es keinen Code.'
      : `${
          {
            unknown: `Den Code ${code} kennen wir hier nicht.`,
            'not-for-this': `Der Code ${code} gilt nicht hierfür.`,
            'other-currency': `Der Code ${code} gilt für Preise in ${currency}.`,
            'not-yet': `Der Code ${code} gilt noch nicht.`,
            over: `Der Code ${code} gilt nicht mehr.`,
            'used-up': `Der Code ${code} ist aufgebraucht.`,
            'used-by-you': `Der Code ${code} wurde mit dieser Adresse schon verwendet.`,
          }[why]
        } ${SAFE}`,
  'vat-number': ({ why, at }) =>
    `${
      {
        'no-country': 'Wählen Sie ein Land aus der Liste.',
        form: 'Diese USt-IdNr. kann nicht stimmen: Form oder Prüfziffern passen nicht. Schreiben Sie sie mit den zwei Buchstaben ihres Landes, oder lassen Sie das Feld leer.',
        'other-country': 'Diese USt-IdNr. gehört zu einem anderen Land als dem gewählten.',
      }[why]
    } ${at === 'checkout' ? SAFE : 'Es wurde nichts geändert.'}`,
  'quote-changed': () =>
    `Der Preis hat sich geändert, seit diese Seite geöffnet wurde. ${SAFE} Sehen Sie sich den neuen Preis an und entscheiden Sie neu.`,
  'card-needed': ({ later }) =>
    `${later ? 'Für das, was später fällig wird, braucht es eine Karte.' : 'Zum Bezahlen braucht es eine Karte.'} ${SAFE}`,
  'way-not-kept': () =>
    `Ein Bankkonto kann nur einmal gefragt werden, und hier ist später etwas fällig. ${SAFE} Wählen Sie eine andere Art zu zahlen.`,
  'already-paid': () => 'Diese Bestellung ist schon bezahlt. Es wurde nicht noch einmal abgebucht.',
  'already-runs': () =>
    `Mit dieser Adresse läuft dieses Abo schon. ${SAFE} Melden Sie sich an, um es zu sehen, zu ändern oder neu zu beginnen.`,
  'still-asking': ({ at }) =>
    at === 'checkout'
      ? 'Wir fragen bei Ihrer Bank nach. Bitte nicht noch einmal bezahlen.'
      : 'Gerade wird die Bank nach einer Zahlung gefragt. Es wurde nichts geändert. Versuchen Sie es wieder, sobald sie geantwortet hat.',
  'no-such-agreement': () => 'Diesen Zahlungsplan oder dieses Abo gibt es nicht.',
  'not-now': ({ why, currency, status }) =>
    ({
      'plan-stays':
        'Ein Zahlungsplan ist ein Preis in Teilen; nach seiner Probezeit kann er nicht gekündigt werden. Der Rest kann auf einmal bezahlt werden.',
      ended: 'Das ist beendet. Neu beginnen heißt neu bestellen.',
      'only-running-plan': 'So kann nur ein laufender Zahlungsplan beendet werden.',
      'not-paused': 'Die Zahlungen sind nicht ausgesetzt.',
      'pause-in-past': 'Eine Pause endet an einem späteren Tag als heute.',
      'return-in-past': 'Der Tag der Rückkehr liegt nach heute. Um heute zurückzukommen, wählen Sie „jetzt“.',
      'due-day-while-behind': 'Der Zahlungstag kann geändert werden, solange gezahlt wird und nichts offen ist.',
      'pause-no-more': 'Es kommt keine Zahlung mehr, also gibt es nichts auszusetzen.',
      'pause-behind': 'Eine Zahlung ist offen. Sobald sie bezahlt ist, kann ausgesetzt werden.',
      'pause-ending': 'Es kommt keine Zahlung mehr, also gibt es nichts auszusetzen.',
      'pause-trial':
        'Eine Probezeit kann nicht ausgesetzt werden. Sie kann vor ihrem Ende gekündigt werden, dann wird nichts bezahlt.',
      'pause-already': 'Die Zahlungen sind schon ausgesetzt.',
      'pause-disputed': 'Die Bank bestreitet eine Zahlung. Bis das entschieden ist, kann nichts ausgesetzt werden.',
      'switch-only-subscriptions':
        'Nur ein Abo kann gewechselt werden. Ein Zahlungsplan bleibt, wie er verkauft wurde.',
      'switch-state': `Ein Abo kann gewechselt werden, solange es läuft oder in der Probezeit ist; dieses ist ${STATUS[status] ?? status}.`,
      'switch-to-nothing': 'Wählen Sie ein Abo, zu dem gewechselt werden soll.',
      'switch-off-sale': 'Dieser Preis ist zurzeit nicht im Verkauf.',
      'switch-runs-already': 'Zu diesem Angebot läuft schon ein Abo. Beenden Sie zuerst jenes.',
      'switch-currency': `Es wird in ${currency} bezahlt und kann daher nur zu einem Preis in ${currency} wechseln.`,
    })[why],
  'no-such-order': () => 'Diese Bestellung gibt es nicht.',
  'no-such-person': () =>
    'Eine der beiden Personen gibt es hier nicht, oder sie wurde gelöscht. Nichts wurde geändert.',
  'same-person': () => 'Das ist schon ein und dieselbe Person. Nichts wurde geändert.',
  'no-such-pass': () => 'Dieser Link gehört zu nichts, was gekauft wurde.',
  'pass-not-open': () => 'Der Zugang zu dieser Datei ist geschlossen.',
  'no-such-product': () => 'So ein Produkt gibt es hier nicht. Nichts wurde geändert.',
  'until-past': () => 'Der letzte Tag liegt zurück. Nichts wurde geändert. Wählen Sie einen späteren.',
  'pass-closed': () => 'Dieser Zugang ist schon geschlossen. Nichts wurde geändert. Er kann neu gegeben werden.',
  'pass-by-money': () =>
    'Eine laufende Ratenzahlung oder ein Abo öffnet und schließt das. Nichts wurde geändert. Handeln Sie dort.',
  'no-such-file': () => 'Diese Datei gehört nicht mehr zu dem, was gekauft wurde.',
  'no-such-lesson': () => 'Diese Lektion gehört nicht zu dem, was Ihnen gehört.',
  'part-not-open': () => 'Das ist für Sie noch nicht geöffnet.',
  'quiz-first': () => 'Diese Lektion ist erledigt, sobald die Fragen bestanden sind.',
  'slot-taken': () => 'Diese Zeit ist nicht mehr frei. Nichts wurde gebucht oder geändert. Wählen Sie eine andere.',
  'no-sessions-left': () => 'Alle Sitzungen sind verbraucht oder gebucht. Nichts wurde geändert.',
  'sessions-on-hold': () =>
    'Solange der Zugang ruht oder noch nicht begonnen hat, lässt sich nichts Neues buchen. Was gebucht ist, bleibt.',
  'session-after-access': () =>
    'Der Zugang endet, bevor diese Sitzung vorbei wäre. Nichts wurde geändert. Wählen Sie eine frühere Zeit.',
  'no-such-session': () => 'Eine solche Sitzung gibt es unter Ihren Dingen nicht.',
  'session-over': () => 'Diese Sitzung ist vorbei oder abgesagt. Nichts wurde geändert.',
  'session-begun': () => 'Diese Sitzung hat begonnen. Nichts wurde geändert.',
  'session-not-begun': () => 'Diese Sitzung hat noch nicht begonnen. Nichts wurde geändert.',
  'session-late': ({ noticeHours }) =>
    `Sie beginnt in weniger als ${noticeHours === 1 ? 'einer Stunde' : `${noticeHours} Stunden`}. Sie lässt sich absagen und zählt dann als verbraucht. Nichts wurde geändert.`,
  'seat-gone': () =>
    'An diesem Termin ist kein Platz mehr frei, er hat begonnen oder findet nicht statt. Wählen Sie einen anderen. Nichts wurde abgebucht oder geändert.',
  'no-such-date': () => 'Diesen Termin gibt es nicht. Nichts wurde geändert.',
  'date-set': ({ title }) =>
    `An einem Termin von „${title}“, der geändert oder herausgenommen wurde, hat jemand einen Platz oder bezahlt gerade dafür. Verschieben Sie ihn unter „Deliver“ oder sagen Sie ihn dort ab, so erfahren es alle, und veröffentlichen Sie dann. Nichts wurde veröffentlicht.`,
  'seat-had': () => 'Sie haben schon einen Platz. Verlegen Sie ihn auf einen anderen Termin. Nichts wurde geändert.',
  'seat-money-back': () =>
    'Das Geld für diesen Platz wurde zurückgegeben; dafür kann kein anderer Termin genommen werden. Nichts wurde geändert.',
  'date-past': () => 'Diese Zeit liegt zurück. Wählen Sie eine, die noch kommt. Nichts wurde geändert.',
  'date-over': () => 'Dieser Termin hat begonnen, ist vorbei oder abgesagt. Nichts wurde geändert.',
  'no-offer': () =>
    'Hier lässt sich kein Geld zurückholen, oder es ist schon unterwegs. Nichts wurde geändert. Schreiben Sie uns, wir helfen weiter.',
  'seat-late': ({ noticeHours }) =>
    `Er beginnt in weniger als ${noticeHours === 1 ? 'einer Stunde' : `${noticeHours} Stunden`}, der Platz lässt sich nicht mehr verlegen. Nichts wurde geändert.`,
  'no-such-task': () => 'Diese Aufgabe gibt es nicht. Nichts wurde geändert.',
  'task-not-now': ({ why }) =>
    why === 'on-hold'
      ? 'Eine Zahlung dafür ist bestritten, im Rückstand oder auf dem Weg zurück. Warten Sie, bis das geklärt ist. Nichts wurde geändert.'
      : 'Es wurde zurückgegeben oder zurückgenommen, dafür ist nichts mehr zu tun. Nichts wurde geändert.',
  'not-sent-there': ({ country }) =>
    `Ein Teil davon kommt mit der Post, aber nicht nach ${new Intl.DisplayNames(['de'], { type: 'region' }).of(country) ?? country}. ${SAFE} Wählen Sie ein anderes Land oder etwas anderes.`,
  'gift-not-once': () => `Verschenken lässt sich nur, was einmal bezahlt wird. ${SAFE}`,
  'address-needed': () => `Ein Teil davon kommt mit der Post: Schreiben Sie, wohin. ${SAFE}`,
  'used-up': ({ limit }) =>
    `Diese Datei wurde ${limit}-mal geladen, öfter geht es nicht. Schreiben Sie uns, wir helfen weiter.`,
  'too-much': ({ most, currency }, { money }) => `Höchstens ${money(most, currency)} können noch zurückgegeben werden.`,
  'too-many-units': ({ most }) =>
    most === 0
      ? 'Alle davon wurden schon zurückgegeben. Nennen Sie nur einen Betrag.'
      : `Höchstens ${most} davon können noch zurückgegeben werden.`,
  'nothing-to-refund': ({ why }) =>
    ({
      'no-amount': 'Das ist kein Betrag dieser Bestellung.',
      twice: 'Eine Position ist doppelt genannt.',
      nothing: 'Es würde nichts zurückgegeben.',
      'nothing-paid': 'Für diese Bestellung wurde nichts bezahlt.',
    })[why],
  'refund-running': () => 'Eine Rückzahlung ist schon unterwegs. Warten Sie auf ihre Antwort.',
  disputed: ({ at }) =>
    at === 'stop'
      ? 'Die Bank bestreitet eine Zahlung. Bis das entschieden ist, kann nicht gekündigt werden.'
      : 'Die Bank bestreitet eine Zahlung. Bis das entschieden ist, kann nichts zurückgegeben werden.',
  'no-such-payment': ({ what }) =>
    ({
      charge: 'Die Antwort nennt eine Abbuchung, um die nie gebeten wurde.',
      'disputed-payment': 'Bestritten wird eine Zahlung, die hier nicht bekannt ist.',
      dispute: 'Diese Rückbuchung ist hier nicht bekannt.',
    })[what],
  'another-live': () =>
    'Inzwischen wurde etwas anderes veröffentlicht, vielleicht von einem anderen Rechner aus. Es wurde nichts veröffentlicht. Laden Sie, was gilt, und veröffentlichen Sie dann.',
  'cannot-launch': ({ stops }) => `Es wurde nichts veröffentlicht. ${stops.join(' ')}`,
  'would-strand': () =>
    'Es wurde nichts veröffentlicht: Wer bezahlt hat, verlöre etwas, das jetzt offen ist. Legen Sie das Produkt und seine Dateien zurück; nicht mehr verkauft, bleibt es denen, die es besitzen.',
  'currency-locked': ({ title, soldIn, currency }) =>
    `Es wurde nichts veröffentlicht. „${title}“ wurde schon in ${soldIn} verkauft, also bleibt die Währung. Machen Sie für ${currency} ein anderes Angebot.`,
  'stands-still': () =>
    'Der Shop steht still, bis sein Inhaber nachgesehen hat. Nichts wurde abgebucht und nichts geändert. Versuchen Sie es später noch einmal.',
  storage: () =>
    'Der Shop konnte das nicht aufschreiben, also ist es nicht geschehen. Es wurde nichts abgebucht. Versuchen Sie es in einer Minute wieder.',
  'nothing-to-do': ({ why }) =>
    ({
      done: 'Hier ist nichts mehr zu tun.',
      'nothing-new': 'Es gibt nichts Neues.',
      recorded: 'Das war schon vermerkt.',
      'ended-already': 'Das ist schon beendet.',
      'ends-by-itself': 'Es ist schon gekündigt und endet von selbst.',
      'nothing-owed': 'Im Moment ist nichts offen, also gibt es nichts noch einmal zu versuchen.',
      'no-card-needed': 'Hier wird nichts mehr bezahlt, also braucht es keine Karte.',
      'no-rest': 'Hier ist kein Rest zu zahlen.',
      'country-changes-nothing': 'Hier wird nichts mehr bezahlt, also ändert das Land nichts.',
      'such-a-day-already': 'Die nächste Zahlung ist schon an so einem Tag fällig.',
      'this-price-already': 'Das ist schon der Preis.',
      answered: 'Das wurde schon beantwortet.',
      'closed-already': 'Der Zugang war schon geschlossen.',
    })[why],
};
