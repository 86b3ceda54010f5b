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
    work: (_day: string): string => 'Given back: nothing more is done for it.',
    sending: (_day: string): string => 'Given back: it is not sent.',
  },
  tooLate: 'It is on its way already, or was given back, so the address stays as it is. Write to us and we will help.',
  addressIncomplete: 'Write the name, the street and the place: without them nothing arrives. Nothing was changed.',
  addressKept: 'It goes to this address.',
};
