import * as z from 'zod';
import { idFor, type PostId, type ProductId } from '#core/ids';
import { OpeningPlan, type Part } from '#core/opening';
import { productShape } from '../base';
import { FileRef } from '../../file';
import { Takeaways } from '../../takeaways';
import { LessonBlock } from '../written';

/** Another product that stands in a membership, and when it opens there. */
export const MembershipPart = z.object({
  productId: idFor<ProductId>(),
  /** None: as the membership's plan says. */
  plan: OpeningPlan.nullable(),
});
export type MembershipPart = z.infer<typeof MembershipPart>;

/** Something written for whoever is in a membership, under its date. */
export const Post = z.object({
  id: idFor<PostId>(),
  title: z.string().max(200),
  blocks: z.array(LessonBlock).max(100),
  /** To take along. */
  files: z.array(FileRef).max(50),
  /** From this moment on it is there to read, for whoever comes later too; it may be planned ahead. */
  at: z.iso.datetime(),
  /** Written, and not yet shown to anybody. */
  heldBack: z.boolean(),
});
export type Post = z.infer<typeof Post>;

/**
 * Other products and posts that stand open for as long as somebody is in it, and grow. Its parts are those of the live
 * release: what is added opens for everybody inside, what is taken out closes. A level is a membership that contains
 * the one below.
 */
export const Membership = z.object({
  ...productShape('membership'),
  parts: z.array(MembershipPart).max(200),
  posts: z.array(Post).max(3_000),
  /** When its parts open; none: all at once. */
  plan: OpeningPlan.nullable(),
  /** At which hour of the shop's zone parts open, like "09:00"; at the day's first moment where none is set. */
  hour: z
    .string()
    .regex(/^([01]\d|2[0-3]):[0-5]\d$/)
    .nullable(),
  /** Of what its posts have to take along. */
  downloads: Takeaways,
});
export type Membership = z.infer<typeof Membership>;

declare module '../product' {
  interface ProductsByKind {
    membership: Membership;
  }
}

/** The membership as far as opening goes. Posts come at their own moment and take no turn among what stands in it. */
export const partsOfMembership = ({ id, plan, parts, posts }: Membership): Part => ({
  id,
  plan,
  parts: [
    ...parts.map((part): Part => ({ id: part.productId, plan: part.plan, parts: [] })),
    ...posts.filter(isShown).map((post): Part => ({
      id: post.id,
      plan: { opens: 'at-once' },
      title: post.title,
      parts: [],
      since: post.at,
    })),
  ],
});

const isShown = ({ heldBack }: Pick<Post, 'heldBack'>): boolean => !heldBack;

/** Posts that are not held back, the newest first. */
export const shownPosts = ({ posts }: Pick<Membership, 'posts'>): Post[] =>
  posts.filter(isShown).sort((a, b) => (a.at < b.at ? 1 : -1));

/** A new post. @param at when it is there to read */
export const postNamed = (id: PostId, title: string, at: string): Post => ({
  id,
  title,
  blocks: [],
  files: [],
  at,
  heldBack: false,
});
