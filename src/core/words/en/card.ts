/** A card's fields, wherever one is asked for. */
export const card = {
  legend: 'Card',
  number: 'Card number',
  expiry: 'Expiry (month / year)',
  code: 'Security code',
  samples: 'Sample cards for this test shop',
  notTaken: 'The payment service did not accept this card.',
  nothingCharged: 'Nothing was charged.',
  notReached: 'The payment service could not be reached. Nothing was charged. Try again in a minute.',
};
export type CardWords = typeof card;
