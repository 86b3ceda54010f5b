import * as z from 'zod';
import { Id } from '#core/ids';

/** What somebody answered to a quiz: by question the answers they chose, or what they typed. */
export const QuizTry = z.strictObject({
  /** Made by the browser, once for each try: sent twice it counts once. */
  id: Id,
  given: z.record(Id, z.union([z.array(Id).max(20), z.string().max(500)])),
});
export type QuizTry = z.infer<typeof QuizTry>;

export const QuizJudged = z.strictObject({
  /** Whether everything of the course is done by it. */
  finished: z.boolean(),
  passed: z.boolean(),
  /** How it went, in a sentence. */
  sentence: z.string(),
  /** Question by question; `why` is what the seller says to it, empty where nothing. */
  questions: z.array(z.strictObject({ id: z.string(), right: z.boolean(), why: z.string() })),
  /** How often it can still be tried; null for as often as they like. */
  left: z.int().nullable(),
});
export type QuizJudged = z.infer<typeof QuizJudged>;

/** How far somebody has come, after something was done. */
export const Marked = z.strictObject({ sentence: z.string(), finished: z.boolean() });
export type Marked = z.infer<typeof Marked>;

/** Where somebody is in a film or sound, and how fast they play it. */
export const PlaceRequest = z.strictObject({
  fileId: Id,
  seconds: z.number().min(0).max(1_000_000),
  speed: z.number().min(0.25).max(4),
});
export type PlaceRequest = z.infer<typeof PlaceRequest>;

/** So long notes may come to be where several devices wrote them. */
export const MOST_NOTES = 100_000;

/** Somebody's own notes to a lesson. `before` is what they began to write from. */
export const NotesRequest = z.strictObject({ text: z.string().max(MOST_NOTES), before: z.string().max(MOST_NOTES) });
export type NotesRequest = z.infer<typeof NotesRequest>;
/** What the notes are now: where another device wrote meanwhile, both. */
export const NotesKept = z.strictObject({ text: z.string() });
export type NotesKept = z.infer<typeof NotesKept>;

/** A course as its member's home shows it. */
export const MemberCourse = z.strictObject({
  href: z.string(),
  done: z.int(),
  of: z.int(),
  /** How far they have come: "5 of 18 done". */
  progress: z.string(),
  /** Where to go on; null while nothing is open, and once all is done. */
  goOn: z.strictObject({ title: z.string(), href: z.string() }).nullable(),
  /** What opens next and when, in a sentence; empty where nothing more does. */
  opensNext: z.string(),
});
export type MemberCourse = z.infer<typeof MemberCourse>;

/** A membership as its member's home shows it. */
export const MemberMembership = z.strictObject({
  href: z.string(),
  /** What has come since they were here last; the latest few. */
  fresh: z.array(z.strictObject({ title: z.string(), href: z.string(), day: z.string() })),
  /** How many have come; empty where none have. */
  freshSaid: z.string(),
  /** Courses in it that they have begun. */
  goOn: z.array(z.strictObject({ title: z.string(), progress: z.string(), href: z.string() })),
  /** What opens next and when, in a sentence; empty where nothing more does. */
  opensNext: z.string(),
});
export type MemberMembership = z.infer<typeof MemberMembership>;

/** Who is where in a course, for its seller. */
export const FollowedAnswer = z.strictObject({
  members: z.int(),
  finished: z.int(),
  notBegun: z.int(),
  inModule: z.array(z.strictObject({ id: z.string(), title: z.string(), count: z.int() })),
  /** `hard`: how many tried its questions more than three times. */
  stopsAt: z.strictObject({ id: z.string(), title: z.string(), count: z.int(), hard: z.int() }).nullable(),
  /** The latest first, so many at most. */
  people: z.array(
    z.strictObject({
      personId: z.string(),
      name: z.string(),
      done: z.int(),
      of: z.int(),
      /** The lesson they come to next; null once all is done. */
      at: z.string().nullable(),
      last: z.string().nullable(),
    }),
  ),
});
export type FollowedAnswer = z.infer<typeof FollowedAnswer>;

/** For how many people a part closes once it is taken out of a membership. */
export const ClosesForAnswer = z.strictObject({ people: z.int() });
export type ClosesForAnswer = z.infer<typeof ClosesForAnswer>;
