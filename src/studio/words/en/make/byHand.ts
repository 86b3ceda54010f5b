/** What the studio says in `studio/make/byHand`, by file. */
export const makeByHandWords = {
  workContents: {
    whatHappensNext: 'What happens next',
    whatDoYouNeed: 'What do you need from the buyer, and when will they hear from you?',
    deliveryTime: 'Delivery time:',
    whetherShowDeliveryTime: 'Whether to show a delivery time',
    notShown: 'not shown',
    withinHowManyDays: 'Within how many days',
    eachSaleAppearsUnder: 'Each sale appears under To do until you mark it as done. The buyer is notified by email.',
    days: (count: number): string => (count === 1 ? 'day' : 'days'),
    within: 'within',
  },
};
