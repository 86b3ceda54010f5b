/** Sessions that are booked: what members read of them, at the counter and in their area. */
export const booking = {
  left: (n: number): string =>
    n === 0 ? 'No session left to book' : n === 1 ? '1 session left' : `${n} sessions left`,
  given: {
    bought: 'Bought',
    period: 'For a paid period',
    'by-hand': 'Given by hand',
  },
  lapsed: 'Not used in time, and lapsed',
  takenBack: 'Went back with the money',
  ofSession: {
    booked: (day: string, _counts: boolean): string => `Booked for ${day}`,
    held: (day: string, _counts: boolean): string => `Held on ${day}`,
    missed: (day: string, counts: boolean): string => `Missed on ${day}${counts ? '' : ', and given back'}`,
    'called-off': (day: string, counts: boolean): string =>
      `Called off, of ${day}${counts ? ', at short notice' : ', and given back'}`,
  },
  status: {
    booked: '',
    held: 'Held',
    missed: 'Missed',
    'called-off': 'Called off',
  },
  now: 'now',
  stillBooked: 'over',
  isBooked: 'It is booked. A mail with a file for your calendar is on its way.',
  isMoved: 'It is moved. A mail with a file for your calendar is on its way.',
  isCalledOff: 'It is called off, and you can book another one.',
  isCalledOffLate: 'It is called off, and counts as used.',
  answerNeeded: (question: string): string => `Please answer first: “${question}”. Nothing was booked.`,
  answersNotKept: 'It is booked. What you wrote could not be kept: please send it by mail.',
  seatTaken: 'The seat is yours. A mail with a file for your calendar is on its way.',
  seatMoved: 'Your seat is moved. A mail with a file for your calendar is on its way.',
  seatLeft: 'You have given your seat back.',
  seatMoney: 'Your money is on its way back. A mail follows once it is there.',
  nextSeat: (when: string): string => `Your seat: ${when}`,
  noneFree: 'No time is free at the moment.',
};
