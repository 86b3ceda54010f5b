import { formatDay, type Instant } from '#core/calendar';
import { describeContents, type FileRef, type Membership, type Post, type Product, shownPosts } from '#core/catalogue';
import type { PostId } from '#core/ids';
import type { Opened } from '#core/shop';
import type { InsideView, MembershipView, PostView } from '../membership/view';
import { blockView, fileViews, type Reader } from './blockViews';
import { dayOrMoment, openingInWords } from './courseData';
import type { PageReading } from './reading';

/** A product that stands in a membership, for whoever is in that: how it stands to them. */
export interface InsideThing {
  product: Product;
  /** The part of the membership with which it opens. */
  part: string;
  /** Since when it is open to them; null while it is not. */
  since: Instant | null;
  href: string | null;
  progress: string;
  files: InsideView['files'];
}

/** Whoever is in a membership: what of it has opened to them, and where things of it are for them. */
export interface Insider {
  opened: Pick<Opened, 'parts' | 'when'>;
  things: readonly InsideThing[];
  /** When they were here before; null where this is the first time, which makes nothing new. */
  lastHere: Instant | null;
  href: string;
  postHref: (id: PostId) => string;
  fileHref: (file: FileRef) => string;
}

type In = Pick<PageReading, 'now' | 'shop' | 'locale' | 'words'>;

/** A membership as somebody in it meets it. What is not open to them yet names when it will be. */
export function membershipView(reading: In, membership: Membership, who: Insider): MembershipView {
  const { locale, shop } = reading;
  const isFresh = (since: Instant | null | undefined): boolean =>
    since != null && who.lastHere !== null && since > who.lastHere;
  const titles = new Map(who.things.map(({ part, product }) => [part, product.title]));
  return {
    id: membership.id,
    title: membership.title,
    promise: membership.promise,
    href: who.href,
    note: '',
    feed: null,
    opensNext: opensNext(reading, who),
    posts: postsFor(membership, who).map((post) => ({
      id: post.id,
      title: post.title,
      day: formatDay(post.at, shop.zone, locale),
      href: who.postHref(post.id),
      fresh: isFresh(who.opened.parts.get(post.id)),
    })),
    inside: who.things.map(({ product, part, since, href, progress, files }) => ({
      id: product.id,
      title: product.title,
      holds: describeContents(product, locale),
      href,
      progress,
      note: since === null ? openingInWords(reading, who.opened.when.get(part), (id) => titles.get(id)) : '',
      files,
      fresh: isFresh(since),
    })),
  };
}

/** The posts that somebody may read now, the newest first. */
export const postsFor = (membership: Membership, { opened }: Pick<Insider, 'opened'>): Post[] =>
  shownPosts(membership).filter(({ id }) => opened.parts.has(id));

function opensNext({ now, shop, locale, words }: In, { things, opened }: Insider): string {
  const waiting = things.flatMap(({ product, part, since }) => {
    const at = opened.when.get(part)?.at ?? null;
    return since === null && at !== null && at > now ? [{ title: product.title, at }] : [];
  });
  const [first] = waiting.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
  return first ? words.course.next(first.title, dayOrMoment(first.at, shop.zone, locale)) : '';
}

/** One post as somebody reads it. It is asked for only once it is known to be open to them. */
export function postView(
  { locale, shop }: In,
  membership: Membership,
  post: Post,
  who: Insider,
  own: { places: NonNullable<Reader['places']>; speed: number; api: string; who: string } | null,
): PostView {
  const posts = postsFor(membership, who);
  const at = posts.findIndex(({ id }) => id === post.id);
  const led = (to: Post | undefined) => (to ? { title: to.title, href: who.postHref(to.id) } : null);
  const reader: Reader = { locale, fileHref: who.fileHref, ...(own ? { places: own.places } : {}) };
  return {
    language: locale,
    title: post.title,
    day: formatDay(post.at, shop.zone, locale, { year: true }),
    blocks: post.blocks.map((block) => blockView(block, reader)),
    files: fileViews(post.files, reader),
    within: { title: membership.title, href: who.href },
    older: led(posts[at + 1]),
    newer: at > 0 ? led(posts[at - 1]) : null,
    own: own && { notes: '', speed: own.speed, api: own.api, who: own.who },
  };
}
