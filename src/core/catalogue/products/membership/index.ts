export { membershipKind } from './kind';
export { Membership, MembershipPart, partsOfMembership, Post, postNamed, shownPosts } from './membership';
