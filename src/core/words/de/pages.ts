import type { PageWords } from '../en/pages';
import { STATUS } from './status';

/** Was die Seiten der Käufer außer den Worten des Verkäufers sagen, und die kurzen Seiten dazwischen. */
export const pages: PageWords = {
  strip: 'Test-Shop. Es fließt kein echtes Geld.',
  practice: {
    strip: 'Probe. Es fließt kein Geld, kein Brief geht hinaus, nichts wird gezählt.',
    letters: 'Briefe',
    end: 'Beenden',
  },
  walkOver: {
    heading: 'Diese Probe ist zu Ende',
    text: 'Nichts davon wurde behalten, und niemandem wurde etwas berechnet. Von hier an sind Sie im Shop selbst.',
    action: 'Zum Shop',
  },
  usualPrice: 'sonst ',
  getNow: 'Jetzt holen',
  goOn: 'Weiter',
  choose: 'Das nehme ich',
  or: ' oder ',
  free: 'kostenlos',
  trialFirst: (days, fee) =>
    `${days === 1 ? 'der erste Tag' : `die ersten ${days} Tage`} ${fee === null ? 'kostenlos' : `für ${fee}`}`,
  asYouLike: (suggested) => `so viel Sie mögen, vorgeschlagen ${suggested}`,
  onSaleFrom: (day) => `Im Verkauf ab dem ${day}`,
  over: 'Nicht mehr im Verkauf',
  soldOut: 'Ausverkauft',
  left: (left, of) => `noch ${left} von ${of}`,
  saleUntil: (day) => `im Verkauf bis zum Ende des ${day}`,
  accessClosed: 'Der Zugang dazu ist geschlossen.',
  open: 'Öffnen',
  bookSessions: 'Sitzungen buchen',
  beginLessons: 'Mit der ersten Lektion anfangen',
  goIn: 'Hinein',
  download: 'Herunterladen',
  paid: 'Bezahlt',
  dueLater: 'Später fällig:',
  order: (number) => `Bestellung ${number}.`,
  nothingLater: ' Später ist nichts mehr fällig.',
  receiptComes: ' Der Beleg ist per E-Mail zu Ihnen unterwegs, mit einem Link, der Sie auf jedem Gerät anmeldet.',
  files: (n) => (n === 1 ? '1 Datei' : `${n} Dateien`),
  links: (n) => (n === 1 ? '1 Link' : `${n} Links`),
  things: (n) => (n === 1 ? '1 Teil' : `${n} Teile`),
  sessions: (n, minutes, each) =>
    `${n === 1 ? '1 Sitzung' : `${n} Sitzungen`} von ${minutes} Minuten${each === 'period' ? ' je bezahltem Zeitraum' : ''}`,
  dates: (n, minutes, pick) =>
    `${pick === 'all' && n > 1 ? `${n} Termine` : n === 1 ? '1 Termin' : `1 von ${n} Terminen`}${minutes === null ? '' : `, ${minutes} Minuten`}`,
  recordings: (n) => (n === 1 ? '1 Aufnahme' : `${n} Aufnahmen`),
  seatsLeft: (n) => (n === 0 ? 'kein Platz mehr' : n === 1 ? 'noch 1 Platz' : `noch ${n} Plätze`),
  work: (days) =>
    days === null
      ? 'von Hand für Sie gemacht'
      : `binnen ${days === 1 ? 'eines Tages' : `${days} Tagen`} für Sie gemacht`,
  posted: (days) => `binnen ${days === 1 ? 'eines Tages' : `${days} Tagen`} mit der Post geschickt`,
  whatHappensNext: 'Wie es weitergeht',
  whereItIs: 'Wo es ist',
  seeDates: 'Zu den Terminen',
  posts: (n) => (n === 1 ? '1 Beitrag' : `${n} Beiträge`),
  lessons: (n) => (n === 1 ? '1 Lektion' : `${n} Lektionen`),
  modules: (n) => (n === 1 ? '1 Modul' : `${n} Module`),
  opensBy: {
    every: (count, unit) => {
      const one = { day: 'jeden Tag', week: 'jede Woche', month: 'jeden Monat' }[unit];
      const many = { day: 'Tage', week: 'Wochen', month: 'Monate' }[unit];
      return count === 1 ? `${one} eines` : `alle ${count} ${many} eines`;
    },
    inOrder: 'jede, sobald die vorige erledigt ist',
    after: (days) => (days === 1 ? 'einen Tag nach dem Beitritt' : `${days} Tage nach dem Beitritt`),
    on: (day) => `ab dem ${day}`,
  },
  noFile: 'noch keine Datei',
  bytes: (n) => `${n} Bytes`,
  and: ' und ',
  legal: { terms: 'Bedingungen', privacy: 'Datenschutz', withdrawal: 'Widerrufsrecht' },
  memberArea: 'Mitgliederbereich',
  goToMemberArea: 'Zum Mitgliederbereich',
  nothingOnSale: 'Hier wird noch nichts verkauft.',
  notHere: {
    title: 'Nicht hier',
    heading: 'Unter dieser Adresse ist nichts',
    text: 'Der Link kann alt sein, oder ein Buchstabe fehlt.',
    action: 'Sehen, was hier ist',
  },
  offSale: {
    heading: 'Das wird im Moment nicht verkauft',
    text: 'Wenn Sie es schon gekauft haben, gehört es weiter Ihnen.',
  },
  entrance: {
    ended: (day) => `Dieses Angebot ging bis zum ${day}. Worum es ging, gibt es weiter, zum üblichen Preis.`,
    opens: (day) => `Dieses Angebot beginnt am ${day}. Bis dahin gibt es das zum üblichen Preis.`,
    onward: 'Ansehen',
  },
  signInToOpen: {
    heading: 'Melden Sie sich an, um zu öffnen, was Sie gekauft haben',
    text: 'Diese Seite öffnet sich nur gleich nach dem Kauf von selbst. Ihre Sachen liegen im Mitgliederbereich bereit.',
  },
  move: {
    heading: 'Adresse ändern',
    text: (to) => `Drücken Sie den Knopf, dann schreiben wir von jetzt an an ${to}. Damit melden Sie sich auch an.`,
    action: 'Ändern',
    asked: (to) =>
      `Eine Nachricht mit einem Link ist unterwegs an ${to}. Solange Sie ihm nicht folgen, ändert sich nichts.`,
    same: 'Das ist schon Ihre Adresse.',
    done: 'Ihre Adresse ist geändert',
    doneText: (to) => `Von jetzt an schreiben wir an ${to}. Alles, was Ihnen gehört, ist da wie vorher.`,
    taken: 'Zu dieser Adresse gehört hier schon etwas',
    takenText:
      'Damit wurde schon einmal gekauft. Schreiben Sie uns, wir führen beides zusammen. Nichts wurde geändert.',
    over: 'Dieser Link wurde schon benutzt oder ist zu alt',
    overText: 'Durch ihn hat sich nichts geändert. Im Mitgliederbereich können Sie um einen neuen bitten.',
  },
  enter: {
    heading: 'Anmelden',
    text: 'Drücken Sie den Knopf, um den Mitgliederbereich auf diesem Gerät zu öffnen.',
    action: 'Anmelden',
    used: 'Dieser Link wurde schon benutzt oder ist zu alt',
    usedText:
      'Links zum Anmelden gelten einmal. Bitten Sie mit der Adresse, mit der Sie gekauft haben, um einen neuen.',
    ask: 'Um einen neuen Link bitten',
    asked: (minutes) =>
      `Wenn mit dieser Adresse hier gekauft wurde, ist eine Nachricht mit einem Link an sie unterwegs. Der Link gilt einmal, ${minutes} Minuten lang.`,
    wrongAddress: 'Schreiben Sie Ihre E-Mail-Adresse, etwa name@example.org.',
    old: 'Dieser Link ist älter als ein Tag',
    oldText:
      'Er öffnet nur in einem Browser, in dem Sie sich schon einmal angemeldet haben. Bitten Sie um einen neuen: Er kommt sofort. Nichts von Ihnen ist verloren.',
    signedOut: 'Auf diesem Gerät abgemeldet.',
    nameChanged: 'So heißen Sie von jetzt an.',
    sessionEnded: 'Dort abgemeldet.',
  },
  file: {
    noLink: [
      'Dieser Link führt zu keiner Datei',
      'Vielleicht wurde er abgeschnitten oder verändert. Melden Sie sich an, dann finden Sie Ihre Dateien mit frischen Links.',
    ],
    tooOld: [
      'Dieser Link ist zu alt',
      'Links zu Dateien gelten eine begrenzte Zeit. Melden Sie sich an, dann finden Sie einen frischen.',
    ],
    notYours: [
      'Diese Datei gehört jemandem, der sie gekauft hat',
      'Ein Link gilt nur für die Person, für die er gemacht wurde. Wenn Sie das sind, melden Sie sich erst an.',
    ],
    notNoted: [
      'Bitte versuchen Sie es in einer Minute wieder',
      'Der Shop konnte dieses Herunterladen nicht vermerken, deshalb wurde es nicht gezählt.',
    ],
    usedUp: 'Diese Datei wurde so oft geladen, wie es geht',
    closed: 'Der Zugang zu dieser Datei ist geschlossen',
    gone: ['Diese Datei ist nicht mehr hier', 'Schreiben Sie uns, wir helfen weiter.'],
  },
  checkout: {
    nothingLater: 'Später nichts mehr',
    onDay: (amount, day) => `${amount} am ${day}`,
    sameCard: (list) => `${list}, dieselbe Karte`,
    reverse: 'Steuerschuldnerschaft des Leistungsempfängers: Die Steuer führen Sie ab.',
    bounds: (least, most) => (most === null ? `Jeder Betrag ab ${least}.` : `Jeder Betrag von ${least} bis ${most}.`),
    ofWhichTax: (amount, rate) => `davon ${amount} Steuer (${rate} %)`,
    kept: (time, ended) => `Für Sie gehalten bis ${time}; dieser Preis ${ended ? 'ist schon zu Ende' : 'steigt'}.`,
    credit: (used, back) =>
      `${used} für nicht genutzte Tage dessen, was hiermit endet${back === null ? '' : `; ${back} gehen auf Ihre Karte zurück`}`,
    sendingAsked: 'Der Versand ist noch nicht dabei: Wählen Sie das Land, dann steht er hier.',
    sending: (fee, country) => `davon ${fee} für den Versand nach ${country}`,
    owned: (titles, off, later) =>
      `${titles} haben Sie schon${off === null ? '' : later ? `; dafür gehen ${off} von der ersten vollen Zahlung ab` : `; dafür gehen ${off} ab`}`,
    signInForLess: 'Haben Sie schon etwas davon? Melden Sie sich an und kommen Sie hierher zurück: Es kostet weniger.',
    takesPlace: (titles) =>
      `Das tritt an die Stelle eines Abos von ${new Intl.ListFormat('de', { type: 'disjunction' }).format(titles)}. Wenn Sie eines haben, melden Sie sich zuerst an: dann zählen dessen nicht genutzte Tage heute. Sonst endet es mit den bezahlten Tagen, und eine E-Mail sagt, wie die nicht genutzten erstattet werden.`,
    replaces: 'Das tritt an die Stelle Ihres Abos, das damit endet.',
    coupon: (code, off, payments) =>
      `${code}: ${off} Nachlass auf ${payments === null ? 'jede Zahlung' : payments === 1 ? 'die erste Zahlung' : `die ersten ${payments} Zahlungen`}`,
    opensLater: (day) => `Das wird ab dem ${day} verkauft.`,
    soldOut: 'Das ist ausverkauft.',
    over: 'Das wird nicht mehr verkauft.',
    refused: (reason, way) =>
      way === undefined
        ? `Die Karte wurde abgelehnt: ${reason}. Es wurde nichts abgebucht, und alles, was Sie geschrieben haben, ist noch da. Versuchen Sie eine andere Karte.`
        : `Ihre ${way === 'wallet' ? 'Wallet' : 'Bank'} hat nicht gezahlt: ${reason}. Es wurde nichts abgebucht, und alles, was Sie geschrieben haben, ist noch da. Versuchen Sie es noch einmal oder auf andere Art.`,
    fellAway:
      'Die Zahlung kam nicht zustande: Sie wurde nicht bestätigt, oder der Zahlungsdienst war nicht zu erreichen. Es wurde nichts abgebucht, und Sie können es noch einmal versuchen.',
  },
  fresh: {
    shelf: 'Aus dem Shop',
    links: (shop) => (shop === '' ? 'Hier finden Sie uns' : shop),
    benefits: 'Was es für Sie tut',
    contents: 'Was Sie bekommen',
    getNow: 'Jetzt holen',
    chooser: 'Wählen Sie, wie Sie zahlen',
    choose: 'Das nehme ich',
    goOn: 'Weiter',
    turnedBack: 'Bevor Sie gehen',
    between: 'Bevor es weitergeht',
    maker: 'Wer das gemacht hat',
    questions: 'Fragen, die oft kommen',
    guarantee: 'Wenn es nichts für Sie ist',
    recap: 'Was Sie gekauft haben',
    downloads: 'Jetzt öffnen',
    thanks: 'Vielen Dank. Es gehört Ihnen.',
    more: (title: string): string => `Möchten Sie ${title} dazu?`,
  },
  problems: {
    walkOver: 'Diese Probe ist zu Ende, also ist nichts geschehen. Beginnen Sie im Studio eine neue.',
    gone: 'Das wird nicht mehr verkauft. Es wurde nichts abgebucht.',
    tooManyTries:
      'Zu viele Versuche in kurzer Zeit. Dieser hat nichts bewirkt; was vorher gefragt war, gilt wie zuvor. Warten Sie eine Minute und versuchen Sie es noch einmal.',
    wrongOrigin: 'Diese Anfrage kam nicht von einer Seite dieses Shops. Nichts wurde geändert.',
    cardWrong: 'Diese Karte kam nicht so an, wie sie sollte. Nichts wurde abgebucht. Geben Sie sie noch einmal ein.',
    pressAgain: 'In diesem Moment wurde etwas anderes geschrieben. Nichts wurde abgebucht. Drücken Sie noch einmal.',
    notAnswered:
      'Der Zahlungsdienst antwortet nicht. Nichts wurde abgebucht. Versuchen Sie es in einer Minute noch einmal.',
    noMoney: 'Dieser Shop kann noch keine Zahlungen annehmen. Nichts wurde abgebucht.',
    wayNotReady: 'Diese Art zu zahlen geht gerade nicht. Es wurde nichts abgebucht. Wählen Sie eine andere.',
    notApproved:
      'Für diese Kasse wurde nichts freigegeben, oder es ist zu lange her. Es wurde nichts abgebucht. Wählen Sie noch einmal, wie Sie zahlen möchten.',
    tooManyCards:
      'In kurzer Zeit wurden zu viele Karten abgelehnt. Es wurde nichts abgebucht. Warten Sie eine Viertelstunde, oder fragen Sie Ihre Bank.',
    waitQuarter: 'Zu viele Versuche. Warten Sie eine Viertelstunde und versuchen Sie es wieder.',
    checkoutTooOld:
      'Diese Kasse war zu lange offen, oder Cookies sind abgeschaltet. Es wurde nichts abgebucht. Laden Sie die Seite neu.',
    addressIncomplete: 'Schreiben Sie Straße und Ort, wohin es geschickt wird. Es wurde nichts abgebucht.',
    badAddress: 'Diese E-Mail-Adresse kann nicht stimmen. Es wurde nichts abgebucht.',
    unreadable: 'Diese Anfrage ist nicht zu lesen.',
    notUnderstood: 'Etwas an dieser Anfrage ist nicht, wie es sein soll. Es wurde nichts geändert.',
    tooLarge: 'Das ist zu groß.',
    unexpected: 'Bei uns ist etwas schiefgegangen. Mehr ist nicht geschehen. Versuchen Sie es in einer Minute wieder.',
    signInFirst: 'Melden Sie sich erst an.',
    notYours: 'Das gehört nicht zu Ihren Sachen.',
    notesFull:
      'Diese Notizen sind zu lang geworden, um beide zu behalten. Was behalten ist, bleibt; kürzen Sie Ihre, dann bleiben auch sie.',
    noTryLeft: 'Für diese Fragen bleibt kein Versuch. Schreiben Sie uns, wir sehen es gemeinsam an.',
    noSuchPaper: 'So einen Beleg haben Sie nicht.',
    pauseDay: 'Wählen Sie einen Tag nach heute, innerhalb eines Jahres.',
  },
  status: (status) => STATUS[status] ?? status,
};
