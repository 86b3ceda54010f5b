/** What the studio says in `studio/followUp`, by file. */
export const followUpWords = {
  emailPreview: {
    day: 'Day',
    night: 'Night',
    plainText: 'Plain text',
    emailAsSent: 'The email as it is sent',
    from: (name: string, senderAddress: string): string => `from ${name}, ${senderAddress}`,
    howEmailShown: 'How the email is shown',
  },
  followUpStage: {
    receipt: 'Receipt',
    momentOrderPaid: 'the moment an order is paid',
    refund: 'Refund',
    whenRefundHasGone: 'when a refund has gone through',
    madeFromOneYour:
      'Made from one of your payment plans or subscriptions as it is today, with the real wording. The amounts and dates are those of its next payment.',
    exampleRealWordingNames: 'An example with the real wording. Names, times and links are filled in for each email.',
    madeFromYourLatest:
      'Made from your latest order, with the wording that was sent. Each email gets a new sign-in link.',
    emails: 'Emails',
    orders: 'Orders',
    plansSubscriptions: 'Plans and subscriptions',
    sent: (when: string): string => `Sent ${when}.`,
    customersWhoRead: 'To customers who read',
    languageEmail: 'The language of the email',
    emailAppearsHereAs:
      'This email appears here as soon as one of your payment plans or subscriptions has reached this point.',
    emailAppearsHereAs2: 'This email appears here as soon as you have an order to make it from.',
    whatCustomersGet: 'What customers get',
    readEveryEmailTest: 'Read every email this test shop has sent',
    whatYouBought: 'What you bought',
  },
};
