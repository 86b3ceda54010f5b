/** A membership and its posts, as their member meets them. */
export const membership = {
  posts: 'Posts',
  inside: 'Included',
  fresh: 'new',
  freshMarked: 'Posts since your last visit are marked.',
  earlier: (n: number): string => (n === 1 ? 'One earlier post' : `${n} earlier posts`),
  older: (title: string): string => `Older: ${title}`,
  newer: (title: string): string => `Newer: ${title}`,
  newPosts: (n: number): string => (n === 1 ? 'One new post' : `${n} new posts`),
  rightAfter:
    'You have access. Sign in with the link in your receipt; new posts are then marked and your place is kept.',
  notYet: {
    heading: 'Not unlocked yet',
    text: 'This post is not published yet.',
  },
};
export type MembershipWords = typeof membership;
