/** Where something is sent by post: asked at the checkout, and in the member area. */
export const sendTo = {
  title: 'Where shall we send it?',
  street: 'Street and number',
  more: 'Floor, company, c/o (optional)',
  postcode: 'Postcode',
  city: 'Town',
  country: 'Send to',
  choose: 'Choose …',
  missingCountry: 'Choose the country we send it to.',
  missing: 'Please fill this in, or the parcel can’t be delivered.',
};
