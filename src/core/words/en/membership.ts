/** A membership and its posts, as their member meets them. */
export const membership = {
  posts: 'Posts',
  inside: 'In it',
  fresh: 'new',
  freshMarked: 'What has come since you were here last is marked.',
  earlier: (n: number): string => (n === 1 ? 'One earlier post' : `${n} earlier posts`),
  older: (title: string): string => `Before: ${title}`,
  newer: (title: string): string => `After: ${title}`,
  newPosts: (n: number): string => (n === 1 ? 'One new post' : `${n} new posts`),
  rightAfter:
    'It is yours. The link in your receipt signs you in: then what is new to you is marked, and your place kept.',
  notYet: {
    heading: 'Not open yet',
    text: 'This post has not come yet.',
  },
};
export type MembershipWords = typeof membership;
