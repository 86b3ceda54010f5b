/** What the studio says in `studio/make/posted`, by file. */
export const makePostedWords = {
  postedContents: {
    delivery: 'Delivery',
    weSendWithin: 'We send it within',
    withinHowManyDays: 'Within how many days it is sent',
    checkoutAsksAddressSet:
      'The checkout asks for the address. Set the delivery cost, by country, with the price. What has to be sent appears under To do and in a list in Deliver.',
    days: (count: number): string => (count === 1 ? 'day' : 'days'),
  },
};
