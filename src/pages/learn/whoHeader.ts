/** Header in which a lesson's page says whose it is: another person may have signed in in this browser since. */
export const WHO_HEADER = 'keel-who';
