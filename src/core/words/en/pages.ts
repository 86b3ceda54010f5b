/** What buyers' pages say besides the seller's own words, and the short pages between. */
export const pages = {
  strip: 'Test shop. No real money moves.',
  practice: {
    strip: 'Practice run. No money moves, no email is sent, nothing is counted.',
    letters: 'Emails',
    end: 'End practice run',
  },
  walkOver: {
    heading: 'This practice run has ended',
    text: 'Nothing from it was kept, and nobody was charged. From here on you are in the real shop.',
    action: 'Go to the shop',
  },
  usualPrice: 'usual price ',
  getNow: 'Get it now',
  goOn: 'Continue',
  choose: 'Choose this',
  or: ' or ',
  free: 'free',
  /** After a price: "€12.00 monthly, first 14 days free". */
  trialFirst: (days: number, fee: string | null): string =>
    `${days === 1 ? 'first day' : `first ${days} days`} ${fee === null ? 'free' : `for ${fee}`}`,
  asYouLike: (suggested: string): string => `pay what you want, ${suggested} suggested`,
  onSaleFrom: (day: string): string => `On sale from ${day}`,
  over: 'No longer on sale',
  soldOut: 'Sold out',
  left: (left: string, of: string): string => `${left} of ${of} left`,
  saleUntil: (day: string): string => `on sale until the end of ${day}`,
  accessClosed: 'Access to this is closed.',
  open: 'Open',
  download: 'Download',
  bookSessions: 'Book your sessions',
  beginLessons: 'Start with the first lesson',
  goIn: 'Open',
  paid: 'Paid',
  dueLater: 'Due later:',
  order: (number: number): string => `Order ${number}.`,
  nothingLater: ' No further payments.',
  receiptComes: ' We’ve emailed your receipt and a sign-in link.',
  files: (n: number): string => (n === 1 ? '1 file' : `${n} files`),
  links: (n: number): string => (n === 1 ? '1 link' : `${n} links`),
  things: (n: number): string => (n === 1 ? '1 product' : `${n} products`),
  sessions: (n: number, minutes: number, each: 'once' | 'period'): string =>
    `${n === 1 ? '1 session' : `${n} sessions`} of ${minutes} minutes${each === 'period' ? ' each paid period' : ''}`,
  /** Dates of a class: all of them, or one to pick. @param minutes null where they last differently long */
  dates: (n: number, minutes: number | null, pick: 'all' | 'one'): string =>
    `${pick === 'all' ? (n === 1 ? '1 date' : `${n} dates`) : n === 1 ? '1 date' : `1 date of ${n}`}${minutes === null ? '' : `, ${minutes} minutes`}`,
  recordings: (n: number): string => (n === 1 ? '1 recording' : `${n} recordings`),
  seatsLeft: (n: number): string => (n === 0 ? 'no seat left' : n === 1 ? '1 seat left' : `${n} seats left`),
  work: (days: number | null): string =>
    days === null ? 'made for you by hand' : `made for you within ${days === 1 ? 'a day' : `${days} days`}`,
  posted: (days: number): string => `sent by post within ${days === 1 ? 'a day' : `${days} days`}`,
  whatHappensNext: 'What happens next',
  whereItIs: 'Delivery status',
  seeDates: 'See the dates',
  posts: (n: number): string => (n === 1 ? '1 post' : `${n} posts`),
  lessons: (n: number): string => (n === 1 ? '1 lesson' : `${n} lessons`),
  modules: (n: number): string => (n === 1 ? '1 module' : `${n} modules`),
  /** How the parts of something open, after what it holds: ", one every week". */
  opensBy: {
    every: (count: number, unit: 'day' | 'week' | 'month'): string =>
      count === 1 ? `one every ${unit}` : `one every ${count} ${unit}s`,
    inOrder: 'each after the one before is done',
    after: (days: number): string => (days === 1 ? 'a day after joining' : `${days} days after joining`),
    on: (day: string): string => `on ${day}`,
  },
  noFile: 'no file yet',
  bytes: (n: number): string => `${n} bytes`,
  and: ' and ',
  legal: { terms: 'Terms', privacy: 'Privacy', withdrawal: 'Right to withdraw' },
  memberArea: 'Member area',
  goToMemberArea: 'Go to the member area',
  nothingOnSale: 'Nothing is on sale here yet.',
  notHere: {
    title: 'Page not found',
    heading: 'Page not found',
    text: 'The link may be old or incomplete.',
    action: 'See what is on sale',
  },
  offSale: {
    heading: 'This is not on sale at the moment',
    text: 'If you already bought it, you still have it.',
  },
  entrance: {
    ended: (day: string): string => `This offer ended on ${day}. The product is still here, at its usual price.`,
    opens: (day: string): string => `This offer starts on ${day}. Until then, the product is here at its usual price.`,
    onward: 'See it',
  },
  signInToOpen: {
    heading: 'Sign in to open what you bought',
    text: 'This page opens by itself only right after a purchase. Everything you bought is in the member area.',
  },
  move: {
    heading: 'Change your email address',
    text: (to: string): string => `Press the button, and from now on we write to ${to}. You also sign in with it.`,
    action: 'Change email address',
    asked: (to: string): string => `We’ve sent a link to ${to}. Nothing changes until you follow it.`,
    same: 'That is already your email address.',
    done: 'Your email address has been changed',
    doneText: (to: string): string => `From now on we write to ${to}. Everything you have is still there.`,
    taken: 'This email address already has purchases here',
    takenText: 'Someone has bought with it before. Write to us and we’ll merge the two. Nothing was changed.',
    over: 'This link has been used or is too old',
    overText: 'Nothing was changed. You can ask for a new link in the member area.',
  },
  enter: {
    heading: 'Sign in',
    text: 'Press the button to open the member area on this device.',
    action: 'Sign in',
    used: 'This link has been used or is too old',
    usedText: 'Sign-in links work once. Ask for a new one with the email you bought with.',
    ask: 'Ask for a new link',
    asked: (minutes: number): string =>
      `If this email address has bought here, we’ve sent it a link. The link works once, for ${minutes} minutes.`,
    wrongAddress: 'Enter your email address, like name@example.org.',
    old: 'This link is older than a day',
    oldText:
      'It works only in a browser you have signed in with before. Ask for a new one: it arrives at once. Nothing is lost.',
    signedOut: 'Signed out on this device.',
    nameChanged: 'Your name has been changed.',
    sessionEnded: 'Signed out there.',
  },
  file: {
    noLink: [
      'This link does not lead to a file',
      'It may be incomplete or changed. Sign in to find your files with new links.',
    ],
    tooOld: ['This link is too old', 'Download links work for a limited time. Sign in to get a new one.'],
    notYours: [
      'This file belongs to a customer',
      'A link works only for the person it was made for. If that is you, sign in first.',
    ],
    notNoted: ['Please try again in a minute', 'The shop could not record this download, so it was not counted.'],
    usedUp: 'You have reached the download limit for this file',
    closed: 'Access to this file is closed',
    gone: ['This file is no longer here', 'Write to us and we will help.'],
  },
  checkout: {
    nothingLater: 'No further payments',
    onDay: (amount: string, day: string): string => `${amount} on ${day}`,
    sameCard: (list: string): string => `${list}, same card`,
    reverse: 'Reverse charge: you account for the tax.',
    bounds: (least: string, most: string | null): string =>
      most === null ? `Any amount from ${least}.` : `Any amount from ${least} to ${most}.`,
    ofWhichTax: (amount: string, rate: string): string => `of which ${amount} tax (${rate} %)`,
    kept: (time: string, ended: boolean): string =>
      `Kept for you until ${time}; this price ${ended ? 'has ended' : 'rises'}.`,
    credit: (used: string, back: string | null): string =>
      `${used} for the unused days of what this replaces${back === null ? '' : `; ${back} is refunded to your card`}`,
    sendingAsked: 'Delivery is not included yet: choose the country to see the cost.',
    sending: (fee: string, country: string): string => `of which ${fee} for delivery to ${country}`,
    owned: (titles: string, off: string | null, later: boolean): string =>
      `You already own ${titles}${off === null ? '' : later ? `; ${off} is off the first full payment for that` : `; ${off} is off for that`}`,
    signInForLess: 'Do you already own part of this? Sign in and come back here: it costs less.',
    replaces: 'This replaces your subscription, which ends.',
    takesPlace: (titles: readonly string[]): string =>
      `This replaces a subscription to ${new Intl.ListFormat('en', { type: 'disjunction' }).format(titles)}. If you have one, sign in first so that its unused days count today. If you don’t, it ends with the period you paid for, and we email you how its unused days are refunded.`,
    coupon: (code: string, off: string, payments: number | null): string =>
      `${code}: ${off} off ${payments === null ? 'every payment' : payments === 1 ? 'the first payment' : `the first ${payments} payments`}`,
    opensLater: (day: string): string => `This is on sale from ${day}.`,
    soldOut: 'This is sold out.',
    over: 'This is no longer on sale.',
    refused: (reason: string, way: 'wallet' | 'account' | undefined): string =>
      way === undefined
        ? `Your card was declined: ${reason}. Nothing was charged, and everything you typed is still here. Try another card.`
        : `Your ${way === 'wallet' ? 'wallet' : 'bank'} did not pay: ${reason}. Nothing was charged, and everything you typed is still here. Try again, or another way.`,
    fellAway:
      'The payment failed: it was not confirmed, or the payment service could not be reached. Nothing was charged, and you can try again.',
  },
  /** What a new page and a new block begin with, until the seller writes their own. */
  fresh: {
    shelf: 'From the shop',
    links: (shop: string): string => (shop === '' ? 'Find us here' : shop),
    benefits: 'What it does for you',
    contents: 'What you get',
    getNow: 'Get it now',
    chooser: 'Choose an option',
    choose: 'Choose this',
    goOn: 'Continue',
    turnedBack: 'Before you go',
    between: 'One thing before you go on',
    maker: 'Who made this',
    questions: 'Frequently asked questions',
    guarantee: 'If it is not for you',
    recap: 'What you bought',
    downloads: 'Open it now',
    thanks: 'Thank you, your order is complete',
    more: (title: string): string => `Would you like ${title} as well?`,
  },
  problems: {
    gone: 'This is no longer on sale. Nothing was charged.',
    walkOver: 'This practice run has ended, so nothing was done. Start another one in the studio.',
    tooManyTries:
      'Too many tries in a short time. This one was ignored; earlier ones still count. Wait a minute and try again.',
    wrongOrigin: 'This request did not come from a page of this shop. Nothing was changed.',
    cardWrong: 'The card details could not be read. Nothing was charged. Please enter them again.',
    pressAgain: 'The shop was busy at this moment. Nothing was charged. Press the button again.',
    notAnswered: 'The payment service does not answer. Nothing was charged. Try again in a minute.',
    noMoney: 'This shop cannot take payments yet. Nothing was charged.',
    wayNotReady: 'This way to pay does not work at the moment. Nothing was charged. Choose another one.',
    notApproved:
      'Nothing was approved for this checkout, or it is too long ago. Nothing was charged. Choose again how you want to pay.',
    tooManyCards:
      'Too many cards were declined in a short time. Nothing was charged. Wait 15 minutes, or ask your bank.',
    waitQuarter: 'Too many tries. Wait 15 minutes and try again.',
    checkoutTooOld:
      'This checkout has been open for too long, or cookies are switched off. Nothing was charged. Load the page again.',
    addressIncomplete: 'Enter the street and the town for delivery. Nothing was charged.',
    badAddress: 'That email address can’t be right. Nothing was charged.',
    unreadable: 'This request cannot be read.',
    notUnderstood: 'Something in this request is invalid. Nothing was changed.',
    tooLarge: 'That is too large.',
    unexpected: 'Something went wrong on our side. Nothing more was done. Try again in a minute.',
    signInFirst: 'Sign in first.',
    notYours: 'This is not in your library.',
    notesFull: 'These notes are too long to keep both versions. The saved version stays; shorten yours to save it.',
    noTryLeft: 'No tries left for this quiz. Write to us and we’ll look at it together.',
    noSuchPaper: 'You have no such receipt.',
    pauseDay: 'Choose a day after today, within a year.',
  },
  /** How an order stands, where it is not simply paid. */
  status: (status: string): string => status.replaceAll('-', ' '),
};
export type PageWords = typeof pages;
