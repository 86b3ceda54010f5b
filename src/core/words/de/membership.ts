import type { MembershipWords } from '../en/membership';

/** Eine Mitgliedschaft und ihre Beiträge, wie Mitglieder sie sehen. */
export const membership: MembershipWords = {
  posts: 'Beiträge',
  inside: 'Darin',
  fresh: 'neu',
  freshMarked: 'Was seit Ihrem letzten Besuch dazugekommen ist, ist markiert.',
  earlier: (n) => (n === 1 ? 'Ein früherer Beitrag' : `${n} frühere Beiträge`),
  older: (title) => `Davor: ${title}`,
  newer: (title) => `Danach: ${title}`,
  newPosts: (n) => (n === 1 ? 'Ein neuer Beitrag' : `${n} neue Beiträge`),
  rightAfter:
    'Es gehört Ihnen. Der Link in Ihrem Beleg meldet Sie an: Dann ist markiert, was neu ist, und Ihre Stelle bleibt.',
  notYet: {
    heading: 'Noch nicht offen',
    text: 'Dieser Beitrag ist noch nicht da.',
  },
};
