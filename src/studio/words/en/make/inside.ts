/** What the studio says in `studio/make/inside`, by file. */
export const makeInsideWords = {
  hourFill: {
    at: ', at',
    whichHourPartsUnlock: 'At which hour parts unlock',
  },
  inIt: {
    untitled: 'Untitled',
    deletedProduct: 'a deleted product',
    moveUp: (title: string): string => `Move up ${title}`,
    up: 'Up',
    remove: (title: string): string => `Remove ${title}`,
    remove2: 'Remove',
    addProduct: 'Add a product',
    addProduct2: (into: string): string => `Add a product to ${into}`,
  },
  nameOnIt: {
    fileLockedSoCan: 'This file is locked, so it can’t be stamped with the buyer’s name. It is delivered as it is.',
    fileDamagedNotComplete:
      'This file is damaged or not a complete PDF, so it can’t be stamped with the buyer’s name. It is delivered as it is: please check it.',
    fileTooLargeStamped: 'This file is too large to be stamped with the buyer’s name. It is delivered as it is.',
  },
  planFill: {
    oneEvery: ', one every',
    everyHowMany: (label: string): string => `${label}: every how many`,
    daysWeeksMonths: (label: string): string => `${label}: days, weeks or months`,
    afterHowManyDays: (label: string): string => `${label}: after how many days`,
    afterJoining: (days: number): string => `${days === 1 ? 'day' : 'days'} after joining`,
    whichDate: (label: string): string => `${label}: on which date`,
  },
  takeawayLimits: {
    each: (what: string): string => `Each ${what}`,
    howManyTimesEach: 'How many times each file can be downloaded',
    timesDownloadLinkWorks: 'times; a download link works for',
    howManyHoursDownload: 'How many hours a download link works',
    hoursPdfs: 'hours. PDFs are',
    whatStampedPdfs: 'What is stamped on PDFs',
    notStamped: 'not stamped',
    stampedNameAddressOrder: 'stamped with name, address and order on each page',
  },
  useJoining: {
    memberWhoJoins: 'A member who joins on',
    joinsOn: 'Joins on',
    onAPhone: 'On a phone,',
    howManyDaysAfter: 'How many days after joining',
    daysAfterJoining: 'days after joining',
  },
};
