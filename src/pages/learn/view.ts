import type { RichText } from '#core/catalogue';
import type { FeedView } from './FeedAddress';
import type { AskedQuestion } from '#core/quiz';

/** A course as somebody meets it: every sentence in their language, every address theirs. */
export interface CourseView {
  id: string;
  title: string;
  promise: string;
  href: string;
  /** Null for whoever looks at a sample without having it. */
  mine: {
    done: number;
    of: number;
    progress: string;
    /** What opens next and when; empty where nothing more does. */
    opensNext: string;
    goOn: { title: string; href: string } | null;
    /** Where its certificate is; null until it is finished, and where none is given. */
    certificate: string | null;
  } | null;
  /** Said above it; empty where nothing is. */
  note: string;
  /** Its sounds for another program; null where there are none, or they are not this person's to follow. */
  feed: FeedView | null;
  modules: ModuleView[];
}

export interface ModuleView {
  id: string;
  title: string;
  /** When it opens, where it has not yet. */
  note: string;
  lessons: OutlineLesson[];
}

export interface OutlineLesson {
  id: string;
  title: string;
  /** Null while it is not open. */
  href: string | null;
  done: boolean;
  /** When it opens, where that is not as its module says. */
  note: string;
}

export interface PlayedView {
  id: string;
  title: string;
  src: string;
  captions: { language: string; name: string; src: string }[];
  /** Where somebody was, in seconds. */
  at: number;
}

export type LessonBlockView =
  | { id: string; kind: 'words'; text: RichText }
  | { id: string; kind: 'picture'; src: string; alt: string }
  | ({ kind: 'sound' } & PlayedView)
  | ({ kind: 'film'; poster: string | null } & PlayedView)
  | { id: string; kind: 'film-elsewhere'; title: string; url: string; host: string };

export interface QuizView {
  questions: AskedQuestion[];
  /** What has to be right, in a sentence. */
  needs: string;
  passed: boolean;
  /** How often it can still be tried; null for as often as they like. */
  left: number | null;
}

/** Where what somebody does in a lesson goes, and who they are: another person of the same browser is somebody else. */
export interface Sender {
  api: string;
  who: string;
}

export interface LessonView {
  language: string;
  course: CourseView;
  id: string;
  title: string;
  /** Said above it; empty where nothing is. */
  note: string;
  blocks: LessonBlockView[];
  files: { id: string; name: string; size: string; href: string }[];
  quiz: QuizView | null;
  done: boolean;
  previous: { title: string; href: string } | null;
  next: { title: string; href: string } | null;
  /** Own notes and speed; null where they are not this person's to keep: a sample, a look by the seller. */
  own: ({ notes: string; speed: number } & Sender) | null;
}
