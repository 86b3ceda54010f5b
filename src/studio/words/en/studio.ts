/** What the studio says in `studio/`, by file. */
export const studioWords = {
  app: {
    shopCanTReached: 'The shop can’t be reached.',
    windowNotConnectedShop: 'This window is not connected to the shop.',
    theSheet: (name: string): string => `the sheet ${name}`,
  },
  places: {
    make: 'Make',
    price: 'Price',
    sell: 'Sell',
    deliver: 'Deliver',
    followUp: 'Follow up',
    count: 'Count',
    search: 'Search',
    shop: 'Shop',
  },
};
