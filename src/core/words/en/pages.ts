/** What buyers' pages say besides the seller's own words, and the short pages between. */
export const pages = {
  strip: 'Test shop. No real money moves.',
  practice: {
    strip: 'Practice. No money moves, no letter leaves, nothing is counted.',
    letters: 'Letters',
    end: 'End it',
  },
  walkOver: {
    heading: 'This practice is over',
    text: 'Nothing of it was kept, and nobody was charged. From here on you are in the shop itself.',
    action: 'To the shop',
  },
  usualPrice: 'usual price ',
  getNow: 'Get it now',
  goOn: 'Go on',
  choose: 'Choose this',
  or: ' or ',
  free: 'free',
  /** After a price: "€12.00 monthly, first 14 days free". */
  trialFirst: (days: number, fee: string | null): string =>
    `${days === 1 ? 'first day' : `first ${days} days`} ${fee === null ? 'free' : `for ${fee}`}`,
  asYouLike: (suggested: string): string => `as you like, ${suggested} suggested`,
  onSaleFrom: (day: string): string => `On sale from ${day}`,
  over: 'Not on sale any more',
  soldOut: 'Sold out',
  left: (left: string, of: string): string => `${left} of ${of} left`,
  saleUntil: (day: string): string => `on sale until the end of ${day}`,
  accessClosed: 'Access to this is closed.',
  open: 'Open',
  download: 'Download',
  bookSessions: 'Book your sessions',
  beginLessons: 'Begin with the first lesson',
  goIn: 'Go in',
  paid: 'Paid',
  dueLater: 'Due later:',
  order: (number: number): string => `Order ${number}.`,
  nothingLater: ' Nothing more is due later.',
  receiptComes: ' The receipt is on its way to you by e-mail, with a link that signs you in from any device.',
  files: (n: number): string => (n === 1 ? '1 file' : `${n} files`),
  links: (n: number): string => (n === 1 ? '1 link' : `${n} links`),
  things: (n: number): string => (n === 1 ? '1 thing' : `${n} things`),
  sessions: (n: number, minutes: number, each: 'once' | 'period'): string =>
    `${n === 1 ? '1 session' : `${n} sessions`} of ${minutes} minutes${each === 'period' ? ' each paid period' : ''}`,
  /** Dates of a class: all of them, or one to pick. @param minutes null where they last differently long */
  dates: (n: number, minutes: number | null, pick: 'all' | 'one'): string =>
    `${pick === 'all' ? (n === 1 ? '1 date' : `${n} dates`) : n === 1 ? '1 date' : `1 date of ${n}`}${minutes === null ? '' : `, ${minutes} minutes`}`,
  recordings: (n: number): string => (n === 1 ? '1 recording' : `${n} recordings`),
  seatsLeft: (n: number): string => (n === 0 ? 'no seat left' : n === 1 ? '1 seat left' : `${n} seats left`),
  work: (days: number | null): string =>
    days === null ? 'done for you by hand' : `done for you within ${days === 1 ? 'a day' : `${days} days`}`,
  posted: (days: number): string => `sent by post within ${days === 1 ? 'a day' : `${days} days`}`,
  whatHappensNext: 'What happens next',
  whereItIs: 'Where it is',
  seeDates: 'See the dates',
  posts: (n: number): string => (n === 1 ? '1 post' : `${n} posts`),
  lessons: (n: number): string => (n === 1 ? '1 lesson' : `${n} lessons`),
  modules: (n: number): string => (n === 1 ? '1 module' : `${n} modules`),
  /** How the parts of something open, after what it holds: ", one every week". */
  opensBy: {
    every: (count: number, unit: 'day' | 'week' | 'month'): string =>
      count === 1 ? `one every ${unit}` : `one every ${count} ${unit}s`,
    inOrder: 'each once the one before is done',
    after: (days: number): string => (days === 1 ? 'a day after joining' : `${days} days after joining`),
    on: (day: string): string => `from ${day} on`,
  },
  noFile: 'no file yet',
  bytes: (n: number): string => `${n} bytes`,
  and: ' and ',
  legal: { terms: 'Terms', privacy: 'Privacy', withdrawal: 'Right to withdraw' },
  memberArea: 'Member area',
  goToMemberArea: 'Go to the member area',
  nothingOnSale: 'Nothing is on sale here yet.',
  notHere: {
    title: 'Not here',
    heading: 'There is nothing at this address',
    text: 'The link may be old, or a letter may be missing.',
    action: 'See what is here',
  },
  offSale: {
    heading: 'This is not on sale at the moment',
    text: 'If you already bought it, it is still yours.',
  },
  entrance: {
    ended: (day: string): string => `This offer ended on ${day}. What it was for is still here, at its usual price.`,
    opens: (day: string): string => `This offer begins on ${day}. Until then it is here at its usual price.`,
    onward: 'See it',
  },
  signInToOpen: {
    heading: 'Sign in to open what you bought',
    text: 'This page opens by itself only right after buying. Your things wait for you in the member area.',
  },
  move: {
    heading: 'Change your address',
    text: (to: string): string => `Press the button, and we write to ${to} from now on. You sign in with it, too.`,
    action: 'Change it',
    asked: (to: string): string => `A message with a link is on its way to ${to}. Nothing changes until you follow it.`,
    same: 'That is your address already.',
    done: 'Your address is changed',
    doneText: (to: string): string => `From now on we write to ${to}. All that is yours is there as before.`,
    taken: 'This address has things of its own here',
    takenText: 'Somebody bought with it before. Write to us, and we put the two together. Nothing was changed.',
    over: 'This link was used already, or is too old',
    overText: 'Nothing was changed by it. You can ask for another in the member area.',
  },
  enter: {
    heading: 'Sign in',
    text: 'Press the button to open the member area on this device.',
    action: 'Sign in',
    used: 'This link was used already, or is too old',
    usedText: 'Sign-in links work once. Ask for a new one with the address you bought with.',
    ask: 'Ask for a new link',
    asked: (minutes: number): string =>
      `If this address has bought here, a message with a link is on its way to it. The link works once, for ${minutes} minutes.`,
    wrongAddress: 'Write your e-mail address, like name@example.org.',
    old: 'This link is older than a day',
    oldText:
      'It opens only in a browser that you signed in with before. Ask for a fresh one: it comes at once. Nothing of yours is lost.',
    signedOut: 'Signed out on this device.',
    nameChanged: 'This is your name from now on.',
    sessionEnded: 'Signed out there.',
  },
  file: {
    noLink: [
      'This link does not lead to a file',
      'It may have been cut off or changed. Sign in, and you will find your files with fresh links.',
    ],
    tooOld: ['This link is too old', 'Links to files work for a limited time. Sign in, and you will find a fresh one.'],
    notYours: [
      'This file belongs to somebody who bought it',
      'A link works only for the person it was made for. If that is you, sign in first.',
    ],
    notNoted: ['Please try again in a minute', 'The shop could not note this download, so it was not counted.'],
    usedUp: 'This file was fetched as often as it can be',
    closed: 'Access to this file is closed',
    gone: ['This file is not here any more', 'Write to us and we will help.'],
  },
  checkout: {
    nothingLater: 'Nothing more later',
    onDay: (amount: string, day: string): string => `${amount} on ${day}`,
    sameCard: (list: string): string => `${list}, same card`,
    reverse: 'Reverse charge: the tax is yours to account for.',
    bounds: (least: string, most: string | null): string =>
      most === null ? `Any amount from ${least} on.` : `Any amount from ${least} to ${most}.`,
    ofWhichTax: (amount: string, rate: string): string => `of which ${amount} tax (${rate} %)`,
    kept: (time: string, ended: boolean): string =>
      `Kept for you until ${time}; this price ${ended ? 'has ended' : 'rises'}.`,
    credit: (used: string, back: string | null): string =>
      `${used} for the unused days of what this replaces${back === null ? '' : `; ${back} goes back to your card`}`,
    sendingAsked: 'Postage is not included yet: choose the country to see it.',
    sending: (fee: string, country: string): string => `of which ${fee} for sending to ${country}`,
    owned: (titles: string, off: string | null, later: boolean): string =>
      `You have ${titles} already${off === null ? '' : later ? `; ${off} is off the first full payment for that` : `; ${off} is off for that`}`,
    signInForLess: 'Do you have part of this already? Sign in and come back here: it costs less.',
    replaces: 'This takes the place of your subscription, which ends.',
    takesPlace: (titles: readonly string[]): string =>
      `This takes the place of a subscription to ${new Intl.ListFormat('en', { type: 'disjunction' }).format(titles)}. If you have one, sign in first and its unused days count today. If you do not, it ends with the days that are paid, and we send an email that says how its unused days are refunded.`,
    coupon: (code: string, off: string, payments: number | null): string =>
      `${code}: ${off} off ${payments === null ? 'every payment' : payments === 1 ? 'the first payment' : `the first ${payments} payments`}`,
    opensLater: (day: string): string => `This is on sale from ${day}.`,
    soldOut: 'This is sold out.',
    over: 'This is not on sale any more.',
    refused: (reason: string, way: 'wallet' | 'account' | undefined): string =>
      way === undefined
        ? `The card was refused: ${reason}. Nothing was charged, and everything you typed is still here. Try another card.`
        : `Your ${way === 'wallet' ? 'wallet' : 'bank'} did not pay: ${reason}. Nothing was charged, and everything you typed is still here. Try again, or another way.`,
    fellAway:
      'The payment did not go through: it was not confirmed, or the payment service could not be reached. Nothing was charged, and you can try again.',
  },
  /** What a new page and a new block begin with, until the seller writes their own. */
  fresh: {
    shelf: 'From the shop',
    links: (shop: string): string => (shop === '' ? 'Find us here' : shop),
    benefits: 'What it does for you',
    contents: 'What you get',
    getNow: 'Get it now',
    chooser: 'Choose how you pay',
    choose: 'Choose this',
    goOn: 'Go on',
    turnedBack: 'Before you go',
    between: 'One thing before you go on',
    maker: 'Who made this',
    questions: 'Questions people ask',
    guarantee: 'If it is not for you',
    recap: 'What you bought',
    downloads: 'Open it now',
    thanks: 'Thank you. It is yours.',
    more: (title: string): string => `Would you like ${title} as well?`,
  },
  problems: {
    gone: 'This is not on sale any more. Nothing was charged.',
    walkOver: 'This practice is over, so nothing was done. Begin another one in the studio.',
    tooManyTries:
      'Too many tries in a short time. This one did nothing; what was asked for before stands as it did. Wait a minute and try again.',
    wrongOrigin: 'This request did not come from a page of this shop. Nothing was changed.',
    cardWrong: 'This card was not taken in as it should be. Nothing was charged. Type it in again.',
    pressAgain: 'Something else was being written at this moment. Nothing was charged. Press again.',
    notAnswered: 'The payment service does not answer. Nothing was charged. Try again in a minute.',
    noMoney: 'This shop cannot take payments yet. Nothing was charged.',
    wayNotReady: 'This way to pay does not work at the moment. Nothing was charged. Choose another one.',
    notApproved:
      'Nothing was approved for this checkout, or it is too long ago. Nothing was charged. Choose again how you want to pay.',
    tooManyCards:
      'Too many cards were refused in a short time. Nothing was charged. Wait a quarter of an hour, or ask your bank.',
    waitQuarter: 'Too many tries. Wait a quarter of an hour and try again.',
    checkoutTooOld:
      'This checkout has been open for too long, or cookies are switched off. Nothing was charged. Load the page again.',
    addressIncomplete: 'Write the street and the town it is sent to. Nothing was charged.',
    badAddress: 'That e-mail address cannot be right. Nothing was charged.',
    unreadable: 'This request cannot be read.',
    notUnderstood: 'Something in this request is not as it should be. Nothing was changed.',
    tooLarge: 'That is too large.',
    unexpected: 'Something went wrong on our side. Nothing more was done. Try again in a minute.',
    signInFirst: 'Sign in first.',
    notYours: 'This is not among yours.',
    notesFull:
      'These notes have become too long to keep both. What is kept stays as it is; shorten yours and they are kept.',
    noTryLeft: 'No try is left for this quiz. Write to us, and we will look at it together.',
    noSuchPaper: 'There is no such receipt among yours.',
    pauseDay: 'Choose a day after today, within a year.',
  },
  /** How an order stands, where it is not simply paid. */
  status: (status: string): string => status.replaceAll('-', ' '),
};
export type PageWords = typeof pages;
