/** Sessions that are booked: what members read of them, at the counter and in their area. */
export const booking = {
  left: (n: number): string =>
    n === 0 ? 'No session left to book' : n === 1 ? '1 session left' : `${n} sessions left`,
  given: {
    bought: 'Bought',
    period: 'For a paid period',
    'by-hand': 'Added by us',
  },
  lapsed: 'Expired unused',
  takenBack: 'Removed with the refund',
  ofSession: {
    booked: (day: string, _counts: boolean): string => `Booked for ${day}`,
    held: (day: string, _counts: boolean): string => `Held on ${day}`,
    missed: (day: string, counts: boolean): string => `Missed on ${day}${counts ? '' : ', and returned to you'}`,
    'called-off': (day: string, counts: boolean): string =>
      `Cancelled, ${day}${counts ? ', at short notice' : ', and returned to you'}`,
  },
  status: {
    booked: '',
    held: 'Held',
    missed: 'Missed',
    'called-off': 'Cancelled',
  },
  now: 'now',
  stillBooked: 'over',
  isBooked: 'Booked. We’ve emailed you a file for your calendar.',
  isMoved: 'Moved. We’ve emailed you a file for your calendar.',
  isCalledOff: 'Cancelled. You can book another session.',
  isCalledOffLate: 'Cancelled. This session counts as used.',
  answerNeeded: (question: string): string => `Please answer first: “${question}”. Nothing was booked.`,
  answersNotKept: 'Booked, but your answers could not be saved. Please email them to us.',
  seatTaken: 'Your seat is booked. We’ve emailed you a file for your calendar.',
  seatMoved: 'Your seat has been moved. We’ve emailed you a file for your calendar.',
  seatLeft: 'Your seat has been released.',
  seatMoney: 'Your refund is on its way. We’ll email you once it has gone through.',
  nextSeat: (when: string): string => `Your seat: ${when}`,
  noneFree: 'No times are available at the moment.',
};
