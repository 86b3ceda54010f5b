/** Wo etwas steht, wie man es liest. */
export const STATUS: Record<string, string> = {
  paid: 'bezahlt',
  'partly-refunded': 'teilweise zurückgezahlt',
  refunded: 'zurückgezahlt',
  disputed: 'von der Bank bestritten',
  'in-trial': 'in der Probezeit',
  active: 'laufend',
  'past-due': 'im Rückstand',
  paused: 'ausgesetzt',
  ending: 'gekündigt',
  ended: 'beendet',
  'paid-off': 'abbezahlt',
};
