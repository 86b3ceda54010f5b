/** What the studio says in `studio/data`, by file. */
export const dataWords = {
  copies: {
    youHaveNotSaved: 'You have not saved a copy of your drafts yet.',
    youLastSavedCopy: (days: number): string => `You last saved a copy ${days} days ago.`,
  },
  judgeDocument: {
    withoutTitle: (word: string): string => `a ${word} without a title`,
    the: (word: string, called: string): string => `the ${word} “${called}”`,
  },
  laterJob: {
    stoppedBeforeEndWhat: (title: string): string =>
      `${title}: stopped before the end. What was done is kept. Start again for the rest.`,
  },
  ownerApi: {
    yourRequestCouldNot: 'Your request could not be understood.',
    shopCouldNotReached: 'The shop could not be reached.',
    shopDidNotAccept: 'The shop did not accept this key.',
    shopDidNotAnswer: 'The shop did not answer, so we don’t know yet whether this happened. Check again in a minute.',
  },
  peopleCsv: {
    noColumnCalledEmail: 'No column is called “email”, and none contains email addresses. No access was given.',
  },
  publish: {
    publishing: 'Publishing',
    publishedBuyersSeeChanges: 'Published. Buyers see the changes now.',
    shopCanTReached: 'The shop can’t be reached, so nothing was published. Your edits are safe here. Try again.',
    publishingStoppedNothingChanged: 'Publishing stopped. Nothing changed for buyers.',
    notBrowserNothingWas: (name: string): string =>
      `“${name}” is not in this browser. Nothing was published. Add it again in Make.`,
    nothingWasPublishedFree: (getBody: string): string =>
      `${getBody} Nothing was published. Free some space on the shop’s disk, then publish again.`,
    shopCouldNotSave: 'The shop could not save a file. Nothing was published. Try again.',
    connectionWasLostWhile:
      'The connection was lost while a file was uploading. Nothing was published. Publish again, and the upload continues where it stopped.',
  },
  whyNotKept: {
    browserHasNoRoom: 'this browser has no room left',
    freeSomeSpaceComputer: 'Free some space on this computer and try again.',
    browserClosedItsDatabase:
      'this browser closed its database because its data was cleared or another window loaded a newer version',
    reloadPageTryAgain: 'Reload this page and try again.',
    browserCouldNotSave: (names: string): string => `this browser could not save it (${names})`,
    unknownError: 'unknown error',
  },
  workspaceFile: {
    fileNotCopyMade: 'This file is not a copy made by this program, or it is damaged. Nothing was changed.',
    missingFromFileSo: (name: string): string =>
      `“${name}” is missing from this file, so the copy is incomplete. Nothing was changed.`,
    fileCopyDamagedNothing: 'A file in this copy is damaged. Nothing was changed. Use another copy.',
    historyCopyDamagedNothing: 'The history in this copy is damaged. Nothing was changed. Use another copy.',
    fileNotCopyMade2:
      'This file is not a copy made by this program, or it comes from a newer version. Nothing was changed.',
  },
};
