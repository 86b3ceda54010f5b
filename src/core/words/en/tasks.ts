/** What is done for buyers by hand, or sent to them: how it stands. */
export const tasks = {
  waiting: {
    work: (day: string): string => `Being done for you, since ${day}.`,
    sending: (day: string): string => `To be sent. Ordered on ${day}.`,
  },
  'on-hold': {
    work: (_day: string): string => 'On hold, until the payment is settled.',
    sending: (_day: string): string => 'On hold, until the payment is settled.',
  },
  done: {
    work: (day: string): string => `Done on ${day}.`,
    sending: (day: string): string => `Sent on ${day}.`,
  },
  'fallen-away': {
    work: (_day: string): string => 'Refunded: nothing more to do.',
    sending: (_day: string): string => 'Refunded: it won’t be sent.',
  },
  tooLate: 'It has been sent or refunded, so the address can’t be changed. Write to us and we’ll help.',
  addressIncomplete: 'Enter the name, street and town; without them nothing can be delivered. Nothing was changed.',
  addressKept: 'We’ll send it to this address.',
};
