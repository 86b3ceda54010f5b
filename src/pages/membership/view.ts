import type { FeedView } from '../learn/FeedAddress';
import type { LessonBlockView, LessonView } from '../learn/view';

/** A membership as somebody meets it who is in it: every sentence in their language, every address theirs. */
export interface MembershipView {
  id: string;
  title: string;
  promise: string;
  href: string;
  /** Said above it; empty where nothing is. */
  note: string;
  /** What opens next and when; empty where nothing more does. */
  opensNext: string;
  /** Its sounds for another program; null where there are none, or they are not this person's to follow. */
  feed: FeedView | null;
  posts: PostLine[];
  inside: InsideView[];
}

export interface PostLine {
  id: string;
  title: string;
  day: string;
  href: string;
  /** It has come since they were here last. */
  fresh: boolean;
}

/** Another product that stands in it. */
export interface InsideView {
  id: string;
  title: string;
  /** What is in it: "6 modules, 18 lessons". */
  holds: string;
  /** Where it is read; null while it is not open, and for what is taken along. */
  href: string | null;
  /** How far somebody has come with it; empty where that is not counted. */
  progress: string;
  /** When it opens, where it has not yet. */
  note: string;
  files: LessonView['files'];
  fresh: boolean;
}

export interface PostView {
  language: string;
  title: string;
  day: string;
  blocks: LessonBlockView[];
  files: LessonView['files'];
  /** What it was written for. */
  within: { title: string; href: string };
  /** The one written before it, and the one after. */
  older: { title: string; href: string } | null;
  newer: { title: string; href: string } | null;
  /** Where their place in a film or sound is kept; null where it is not. */
  own: LessonView['own'];
}
