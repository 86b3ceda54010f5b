/** What the studio says in `studio/make`, by file. */
export const makeWords = {
  makeStage: {
    newProduct: 'New product …',
    untitled: 'Untitled',
    products: 'Products',
    whatWillYouSell: 'What will you sell first?',
    whatDoYouWant: 'What do you want to make?',
    dropFilesAnywherePage: 'Or drop files anywhere on this page to make a download.',
    whatBuyerWillPay: 'What the buyer will pay',
    whatBuyerGets: 'What the buyer gets',
    whatBuyerChooses: 'What the buyer chooses',
    andMore: (count: number): string => `and ${count} more`,
  },
  pictureField: {
    pictureDescription: 'Picture description',
    describePicturePeopleWho: 'Describe the picture for people who cannot see it',
    replacePicture: 'Replace picture',
    addPicture: 'Add a picture',
    picture: 'Picture',
    removePicture: 'Remove picture',
  },
  preview: {
    openPdfNewWindow: 'Open the PDF in a new window',
    yourBrowserCanT: 'Your browser can’t preview this kind of file; the buyer gets it as it is.',
    downloadIt: 'Download it',
  },
  productSheet: {
    title: 'Title',
    titleYourProduct: 'Title of your product',
    shortDescription: 'Short description',
    oneLineWhatDoes: 'One line: what does it do for the buyer?',
    picture: 'Picture',
    description: 'Description',
    whatIncludedWho: 'What is included, and who is it for?',
    benefits: 'Benefits',
    shortLinesYourPages: 'Short lines that your pages can use.',
    benefit: (i: number): string => `Benefit ${i}`,
    removeBenefit: (i: number): string => `Remove benefit ${i}`,
    remove: 'Remove',
    addBenefit: 'Add a benefit',
    articleNumberInvoicesLists: 'Article number on invoices and in lists:',
    articleNumber: 'Article number',
    none: 'none',
    unlessItsPriceHas: ', unless its price has its own.',
    soldIn: 'Sold in',
    noOfferYet: 'No offer yet.',
    sellIt: 'Sell it',
    untitled: 'Untitled',
    setPrice: 'Set a price',
    archive: 'Archive',
    removedFromAllLists:
      'Removed from all lists and from sale the next time you publish; customers keep access. You can restore it in Shop.',
    deleteDraft: 'Delete this draft',
  },
  smallerPicture: {
    canTReadAs: (name: string): string =>
      `“${name}” can’t be read as a picture, so nothing was changed. Use a JPEG, PNG, WebP, GIF or SVG file.`,
    hasMoreThanMillion: (name: string): string =>
      `“${name}” has more than 100 million pixels, so nothing was changed. Save it at a smaller size, about 1,600 pixels wide, and add it again.`,
  },
  uploads: {
    productHoldsUpFiles: (MOST_FILES: number, count: number, name: string): string =>
      `A product holds up to ${MOST_FILES} files. ${count === 1 ? `“${name}” was` : `${count} files, starting with “${name}”, were`} not added. Put them in a zip file, or in a second product.`,
    emptySoWasNot: (name: string): string => `“${name}” is empty, so it was not added. Nothing was changed.`,
    added: (name: string): string => `${name}: added`,
  },
};
