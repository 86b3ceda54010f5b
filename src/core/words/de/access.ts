import type { AccessWords, Endless, Who } from '../en/access';

const can = (who: Who): string => (who.you ? 'Sie können' : `${who.name} kann`);
type Unit = 'day' | 'week' | 'month' | 'year';
const UNITS: Record<Unit, [one: string, many: string]> = {
  day: ['Tag', 'Tage'],
  week: ['Woche', 'Wochen'],
  month: ['Monat', 'Monate'],
  year: ['Jahr', 'Jahre'],
};
const length = (count: number, unit: Unit): string => `${count} ${UNITS[unit][count === 1 ? 0 : 1]}`;
const endless = (lasts: Endless): string =>
  ({
    good: 'auf Dauer',
    'while-paid': 'solange gezahlt wird',
    'while-paid-then-good': 'solange gezahlt wird, und auf Dauer, sobald alles bezahlt ist',
  })[lasts];

const opensAndStays = (later: boolean): string => (later ? 'Bleibt' : 'Öffnet sich sofort und bleibt');

/** Wie lange etwas offen bleibt, und warum es offen ist oder nicht. */
export const access: AccessWords = {
  length,
  endless,
  until: (moment) => `bis ${moment}`,
  mine: (lasts) =>
    lasts === 'good'
      ? 'gehört Ihnen auf Dauer'
      : typeof lasts === 'string'
        ? `offen, ${endless(lasts)}`
        : `offen bis ${lasts.until}`,
  promise: {
    subscription: (later) => `${opensAndStays(later)} offen, solange gezahlt wird.`,
    forever: (plan, later) =>
      plan
        ? `${later ? 'Bleibt' : 'Öffnet sich sofort, bleibt'} offen, solange gezahlt wird, und auf Dauer, sobald alles bezahlt ist.`
        : `${opensAndStays(later)} auf Dauer offen.`,
    for: (plan, count, unit, until, later) =>
      `${opensAndStays(later)}${plan ? ', solange gezahlt wird,' : ''} ${length(count, unit)} offen, bis ${until}.`,
    until: (plan, day, later) =>
      `${opensAndStays(later)}${plan ? ', solange gezahlt wird,' : ''} bis zum Ende des ${day} offen.`,
  },
  byPost: 'Es kommt mit der Post.',
  released: {
    byAndBy: (title, how) => `Was zu ${title} gehört, öffnet sich nach und nach: ${how}.`,
    later: (title, how) => `${title} öffnet sich ${how}.`,
    others: (n, title) =>
      n === 1
        ? `Ein weiterer Teil von ${title} öffnet sich zu eigener Zeit.`
        : `${n} weitere Teile von ${title} öffnen sich zu eigener Zeit.`,
  },
  because: {
    order: (number, day) => `Bestellung ${number} vom ${day}`,
    gift: (day, reason) => `am ${day} gegeben (${reason})`,
    through: (title, cause) => `${title}: ${cause}`,
  },
  never: (who, product) => `${can(who)} ${product} nicht öffnen: Es wurde nie gekauft oder gegeben.`,
  open: (who, product, until, because) => `${can(who)} ${product} öffnen, ${until} (${because}).`,
  waiting: (who, product, moment, because) =>
    `${can(who)} ${product} noch nicht öffnen: Es öffnet sich am ${moment} (${because}).`,
  onHold: (who, product, why, because, since) =>
    `${can(who)} ${product} im Moment nicht öffnen: ${{ dispute: 'Die Bank bestreitet die Zahlung', behind: 'Eine Zahlung ist offen', paused: 'Die Zahlungen sind ausgesetzt' }[why]} (${because}), seit ${since}.`,
  closed: (who, product, why, day, because) =>
    `${can(who)} ${product} nicht mehr öffnen: ${
      {
        refund: 'Das Geld wurde zurückgegeben',
        'dispute-lost': 'Die Bank hat das Geld zurückgeholt',
        expired: 'Die Zeit ist abgelaufen',
        withdrawn: 'Der Zugang wurde entzogen',
        ended: 'Es endete nach dem, was bezahlt war',
        unpaid: 'Eine Zahlung blieb offen',
        switched: 'Es wurde zu etwas anderem gewechselt',
        replaced: 'Etwas anderes trat an seine Stelle',
        stopped: 'Der Zahlungsplan wurde beendet',
      }[why]
    }, am ${day} (${because}).`,
  gone: () => 'Etwas, das nicht mehr gezeigt wird',
};
