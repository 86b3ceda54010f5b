import { vonDerKarte } from './means';
import type { AgreementWords } from '../en/agreements';

const days = (n: number): string =>
  n === 1 ? 'Der eine Tag, der bezahlt ist, kommt' : `Die ${n} Tage, die bezahlt sind, kommen`;

/** Wo ein Zahlungsplan oder Abo steht, und was man tun kann. */
export const agreements: AgreementWords = {
  disputed: () => 'Die Bank bestreitet eine Zahlung. Bis das entschieden ist, ist nichts fällig, und der Zugang ruht.',
  next: (amount, day) => `${amount} am ${day}`,
  inTrial: (until, next) => `In der Probezeit bis zum ${until}. Danach ${next}.`,
  active: (next) => `Die nächste Zahlung: ${next}.`,
  stepsDown: (title, day) => `Ab dem ${day} wird daraus „${title}“.`,
  activePlan: (made, of, next) => `${made} von ${of} Zahlungen gemacht, ${of - made} noch offen. Die nächste: ${next}.`,
  behind: (owed, since, tryOn, held, openUntil) =>
    `${owed} sind seit dem ${since} offen.${tryOn === null ? '' : ` Am ${tryOn} wird es noch einmal versucht.`}${held ? ' Der Zugang ruht, bis bezahlt ist.' : ` Der Zugang bleibt bis zum ${openUntil} offen.`}`,
  paused: (until) => (until === null ? 'Ausgesetzt, bis jemand es wieder aufnimmt.' : `Ausgesetzt bis zum ${until}.`),
  finishing: (day) => `Die letzte Zahlung ist gemacht. Es endet am ${day}.`,
  stopped: (day) => `Gekündigt. Der Zugang bleibt bis zum ${day} offen, und es wird nichts mehr bezahlt.`,
  leaving: (day) =>
    `Endet am ${day}, weil mit Ihrer Adresse etwas gekauft wurde, das an die Stelle tritt. Es wird nichts mehr abgebucht. Bestätigen Sie das, oder behalten Sie es.`,
  ended: (day, why) =>
    `Beendet am ${day}: ${
      {
        cancelled: 'Es wurde gekündigt',
        unpaid: 'Eine Zahlung blieb offen',
        finished: 'Der letzte Zeitraum war vorbei',
        switched: 'Es wurde zu etwas anderem gewechselt',
        replaced: 'Etwas anderes trat an seine Stelle',
        refunded: 'Das Geld wurde zurückgegeben',
        'dispute-lost': 'Die Bank hat das Geld zurückgeholt',
        'let-go': 'Der Rest wurde erlassen, der Zugang bleibt',
        stopped: 'Der Zahlungsplan wurde beendet',
      }[why]
    }.`,
  paidOff: () => 'Abbezahlt. Es ist nichts mehr fällig.',
  acts: {
    retry: {
      label: (owed) => `Jetzt ${owed} zahlen`,
      leadsTo: (owed, means) =>
        `${owed} werden jetzt ${vonDerKarte(means)} abgebucht. Soll es eine andere Karte sein, ändern Sie sie; auch das bezahlt.`,
    },
    rest: {
      label: () => 'Den Rest jetzt zahlen',
      leadsTo: (rest, means) => `${rest} werden jetzt ${vonDerKarte(means)} abgebucht. Dann ist alles bezahlt.`,
    },
    return: {
      label: () => 'Jetzt zurückkommen',
      leadsTo: (n) => `Es geht heute weiter. ${days(n)} zuerst, dann die nächste Zahlung.`,
    },
    pause: {
      label: () => 'Zahlungen aussetzen',
      leadsTo: (plan) =>
        plan
          ? 'Bis zu dem Tag, den Sie wählen, wird nichts bezahlt. Der Zugang bleibt offen.'
          : 'Bis zu dem Tag, den Sie wählen, wird nichts bezahlt, und der Zugang ruht. Die Tage, die bezahlt sind, kommen danach.',
    },
    keep: {
      label: () => 'Doch weitermachen',
      leadsTo: (amount, day) =>
        `Es geht weiter, als wäre nicht gekündigt worden. Die nächste Zahlung: ${amount} am ${day}.`,
    },
    confirm: {
      label: () => 'Bestätigen: jetzt beenden',
      keep: () => 'Behalten',
      leadsTo: (back) =>
        `Es endet jetzt${back === null ? '' : `, und ${back} für die Tage, die beim Kauf noch nicht genutzt waren, gehen an Sie zurück`}.`,
    },
    stop: {
      labelNow: () => 'Jetzt kündigen',
      label: (day) => (day === null ? 'Kündigen' : `Kündigen zum ${day}`),
      behind: () => 'Es endet jetzt, und der Zugang schließt. Es ist nichts mehr offen.',
      paused: (n) =>
        `Der Zugang öffnet sich noch einmal für ${n === 1 ? 'den einen Tag, der bezahlt ist' : `die ${n} Tage, die bezahlt sind`}, dann endet es. Es wird nichts mehr bezahlt.`,
      leadsTo: (day) =>
        `Der Zugang bleibt bis zum ${day} offen. Es wird nichts mehr bezahlt. Bis dahin können Sie es zurücknehmen.`,
    },
    switch: {
      now: (today, credit, then) =>
        `Sie zahlen jetzt ${today}${credit === null ? '' : `; ${credit} für die unbenutzten Tage Ihres jetzigen Abos sind schon abgezogen`}. Danach kostet es ${then}.`,
      later: (day, then, less) =>
        `Jetzt wird nichts abgebucht. Ab dem ${day} kostet es ${then}${less ? '; bis dahin bleibt alles offen' : ''}.`,
      then: (amount, often, sending) =>
        `${amount} ${often}${sending === null ? '' : ` (davon ${sending} für den Versand)`}`,
      lacks: (then, notThere) =>
        `Es kostet ${then}. Ein Teil davon kommt mit der Post${notThere ? ', aber nicht an die Adresse, die wir haben. Geben Sie eine andere an' : '. Geben Sie die Adresse an'}, dann sehen Sie, was Sie zahlen.`,
      addressKept: 'Die Adresse ist gespeichert. Jetzt sehen Sie, was Sie zahlen würden.',
      stay: () => 'Dabei bleiben',
      stayLeadsTo: (title) => `„${title}“ läuft weiter wie bisher, zum bisherigen Preis.`,
    },
    card: (means) => (means.way === undefined ? `Karte ändern (Endziffern ${means.last4})` : 'Lieber mit Karte zahlen'),
  },
  said: {
    paid: 'Bezahlt. Vielen Dank.',
    refused: 'Die Karte wurde abgelehnt. Es wurde nichts abgebucht. Versuchen Sie eine andere.',
    asked: 'Wir fragen bei Ihrer Bank nach. Diese Seite sagt es, sobald sie geantwortet hat.',
    'nothing-asked': 'Erledigt.',
  },
  payments: {
    several: (n) => `${n} Zahlungen`,
    one: () => 'Zahlung',
    first: () => 'am Tag des Kaufs',
  },
};
