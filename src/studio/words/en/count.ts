/** What the studio says in `studio/count`, by file. */
export const countWords = {
  countStage: {
    revenue: 'Revenue',
    revenueAppearsHereDay: 'Revenue appears here by day and by offer after your first sale.',
    seeWhatSale: 'See what is on sale',
    from: 'from',
    orders: (count: string): string => `${count} orders`,
    and: 'and',
    laterPayments: (laterCount: string): string => `${laterCount} later payments`,
    ordersRefundedLostDisputes: (amount: string): string => `${amount} of orders refunded or lost to disputes`,
    laterPayments2: (amount: string): string => `${amount} of later payments`,
    revenueDay: 'Revenue by day',
    orders2: 'orders',
    laterPayments3: 'later payments',
    revenueDayDaysTable: (count: number): string =>
      `Revenue by day, ${count} days; the table below has the same figures`,
    laterPayments4: 'Later payments',
    orders3: 'Orders',
    showAsList: 'Show as list',
    order: '1 order',
    orders4: (orders: number): string => `${orders} orders`,
    later: (amount: string): string => `${amount} later`,
    byOffer: 'By offer',
    offer: 'Offer',
    paidDayPurchase: 'Paid on the day of purchase',
    refundedLost: 'Refunded or lost',
    whatCounted: 'What is counted',
    allPaidOrdersLater: (currency: string, zone: string): string =>
      `All paid orders and later payments in ${currency} in this shop’s history, by the day in ${zone}. Refunds are counted beside the day the money came in, not taken off it. Free orders count as orders.`,
  },
  lineChart: {
    bothInTotal: (first: string, firstTotal: string, second: string, secondTotal: string): string =>
      `${first}: ${firstTotal}. ${second}: ${secondTotal} in total.`,
  },
};
