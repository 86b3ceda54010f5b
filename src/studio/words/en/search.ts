/** What the studio says in `studio/search`, by file. */
export const searchWords = {
  searchSheet: {
    product: 'Product',
    offer: 'Offer',
    path: 'Path',
    person: 'Person',
    order: 'Order',
    searchEverything: 'Search everything',
    titleNameEmailAddress: 'A title, name, email address or order number',
    nothingContains: (typed: string): string => `Nothing contains “${typed}”.`,
    untitled: 'Untitled',
    enterEmailAddressOrder: 'Enter an email address or an order number to find the customer or the order first.',
  },
};
