import { wordsFor } from '#core/words';
import { DEFAULT_TAKEAWAYS, limitsOf } from '../../takeaways';
import { filesOfLesson, hasContent, openingsOfLesson } from '../course';
import type { ContentFinding, ProductKind } from '../kind';
import { planInWords } from '../planInWords';
import { Membership, partsOfMembership, type Post, shownPosts } from './membership';

export const membershipKind: ProductKind<Membership> = {
  kind: 'membership',
  name: 'A membership',
  explains: 'Posts and your other products, open to members for as long as they stay, with more added over time.',
  several: 'Memberships',
  schema: Membership,
  fresh: (base) => ({
    ...base,
    kind: 'membership',
    parts: [],
    posts: [],
    plan: null,
    hour: null,
    downloads: { ...DEFAULT_TAKEAWAYS },
  }),
  upgrade: (membership) => membership,
  holds: (membership) => membership.parts.length > 0 || shownPosts(membership).length > 0,
  findings: findingsOfMembership,
  files: ({ posts }) => posts.flatMap(filesOfLesson),
  earlier: ({ posts }) =>
    posts.flatMap(filesOfLesson).flatMap((file) => (file.earlier ?? []).map(({ sha256 }) => sha256)),
  describe(membership, locale) {
    const words = wordsFor(locale).pages;
    const posts = shownPosts(membership).length;
    const opens = planInWords(membership.plan, locale);
    return [
      ...(membership.parts.length > 0 ? [words.things(membership.parts.length), ...(opens === '' ? [] : [opens])] : []),
      ...(posts > 0 ? [words.posts(posts)] : []),
    ].join(', ');
  },
  openings: (membership) => shownPosts(membership).flatMap(openingsOfLesson),
  contains: ({ parts }) => parts.map(({ productId }) => productId),
  opensAs: 'itself',
  withdrawal: 'digital',
  parts: (membership) => ({ whole: partsOfMembership(membership), hour: membership.hour }),
  // It is sold as what it is at any time: what is taken out closes, and the seller is told for how many before.
  places: () => [],
  written: shownPosts,
  named: ({ posts }) => posts.map(({ id, title }) => ({ id, title, what: 'Post' })),
  paidAs: 'subscription',
  limits: ({ downloads }) => limitsOf(downloads),
};

/** What a launch check finds about a membership. @param title as it is quoted */
function findingsOfMembership(membership: Membership, title: string): ContentFinding[] {
  if (!membershipKind.holds(membership))
    return [
      {
        code: 'nothing-to-deliver',
        text: `${title} has nothing in it and no post yet: a buyer would pay and get nothing.`,
        empties: true,
      },
    ];
  return shownPosts(membership).flatMap((post) => findingsOfPost(post, title));
}

function findingsOfPost(post: Post, title: string): ContentFinding[] {
  const untitled = post.title.trim() === '';
  const where = `${title}, post ${untitled ? 'without a title' : `“${post.title}”`}`;
  return [
    ...(untitled ? [{ code: 'post-untitled', text: `${where}: members find it by its title.` }] : []),
    ...(hasContent(post) ? [] : [{ code: 'post-empty', text: `${where} is empty. Fill it, or hold it back.` }]),
  ];
}
