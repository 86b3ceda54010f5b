import { orderingWords } from '#say/ordering';

/** What the studio says in `studio/make/download`, by file. */
export const makeDownloadWords = {
  downloadContents: {
    filesBuyerGets: 'Files the buyer gets',
  },
  downloadLimits: {
    buyerCanDownloadFile: 'buyer can download a file',
    downloadingSameFileAgain:
      'Downloading the same file again within a day counts once. Each time the buyer opens the page, the links are new.',
  },
  fileList: {
    ...orderingWords,
    adding: (title: string): string => `Adding ${title}`,
    cancel: 'Cancel',
    addFiles: 'Add files',
    addMoreFiles: 'Add more files',
    closeOrPreview: (open: boolean, name: string): string => `${open ? 'Close' : 'Preview'} ${name}`,
    close: 'Close',
    preview: 'Preview',
    replace: 'Replace',
    replace2: (name: string): string => `Replace ${name}`,
    previousVersion: (name: string, describeBytes: string): string => `Previous version: ${name}, ${describeBytes}.`,
    restore: (name: string, describeBytes: string): string => `Restore ${name}, ${describeBytes}`,
    restoreIt: 'Restore it',
  },
  linkList: {
    nameLink: (i: number): string => `Name of link ${i}`,
    name: 'Name',
    linksTo: 'links to',
    addressLink: (i: number): string => `Address of link ${i}`,
    removeLink: (i: number): string => `Remove link ${i}`,
    remove: 'remove',
    addLinkFileElsewhere: 'Add a link to a file elsewhere',
    buyersReachThroughPersonal:
      'Buyers reach it through a personal link; after their first visit they know the address.',
  },
};
