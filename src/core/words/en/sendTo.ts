/** Where something is sent by post: asked at the checkout, and in the member area. */
export const sendTo = {
  title: 'Where shall we send it?',
  street: 'Street and number',
  more: 'Floor, company, in care of (if needed)',
  postcode: 'Postcode',
  city: 'Town',
  country: 'Send to',
  choose: 'Choose …',
  missingCountry: 'Choose the country it is sent to.',
  missing: 'This is needed, or it does not arrive.',
};
