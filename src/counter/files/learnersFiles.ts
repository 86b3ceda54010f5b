import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import * as z from 'zod';
import { idFor, type FileId, type LessonId, type PersonId, type QuestionId, type SessionId } from '#core/ids';
import type { Disk } from './disk';
import { makeFolder } from './makeFolder';
import { readJson, Unreadable } from './smallFile';

const Try = z.object({
  /** Made by the browser: sent twice it is one. */
  id: z.string(),
  at: z.string(),
  right: z.array(idFor<QuestionId>()),
  of: z.int(),
  passed: z.boolean(),
});
export type Try = z.infer<typeof Try>;

/** What a person keeps of what they learn, for themselves: nothing of it is a fact of the shop. */
const LearnerRecord = z.object({
  /** Seconds into a film or sound. */
  places: z.record(idFor<FileId>(), z.object({ seconds: z.number(), at: z.string() })),
  speed: z.number(),
  notes: z.record(idFor<LessonId>(), z.object({ text: z.string(), at: z.string() })),
  tries: z.record(idFor<LessonId>(), z.array(Try)),
  /** How often they had fetched when the seller answered to that last. */
  answeredFor: z.int().optional(),
  /** How often they asked for another address of their feeds. */
  feed: z.int().optional(),
  /** When they were in the member area last, and the time before that. */
  /** Of each session: what they answered when booking, and what the seller noted of it. */
  booked: z
    .record(
      idFor<SessionId>(),
      z.object({ answers: z.array(z.object({ question: z.string(), text: z.string() })), note: z.string() }),
    )
    .optional(),
  visits: z.object({ last: z.string(), before: z.string().nullable() }).optional(),
});
export type LearnerRecord = z.infer<typeof LearnerRecord>;

const NEW: LearnerRecord = { places: {}, speed: 1, notes: {}, tries: {} };

export interface LearnersFiles {
  /** @throws Unreadable where a person's file is there and cannot be read: nothing is written over it */
  get(id: PersonId): LearnerRecord;
  /** Changes what a person keeps, one change after the other. @returns it as it is then, on the disk */
  change(id: PersonId, recipe: (record: LearnerRecord) => LearnerRecord): Promise<LearnerRecord>;
  /** What one person keeps comes to what another does, and is left nowhere else. Where it has come already, nothing is done. */
  join(id: PersonId, intoId: PersonId): Promise<void>;
  /** Nothing of it is left, and nothing comes to it any more. */
  forget(id: PersonId): Promise<void>;
  /** Forgets whoever is erased by now: the shop may have stopped between the one and the other. */
  sweep(isErased: (id: PersonId) => boolean): Promise<void>;
}

/** So many of them are held in memory, whoever was met last. */
const HELD = 500;

/** A small file for each person who learns something. @param isErased nothing is written for such a person any more */
export function openLearnersFiles(
  folder: string,
  disk: Disk,
  isErased: (id: PersonId) => boolean = () => false,
): LearnersFiles {
  makeFolder(folder);
  const held = new Map<PersonId, LearnerRecord>();
  /** Forgotten: whatever was still on its way for them is not written. */
  const gone = new Set<PersonId>();
  const busy = new Map<PersonId, Promise<unknown>>();
  const pathOf = (id: PersonId): string => join(folder, `${id}.json`);

  function hold(id: PersonId, record: LearnerRecord): LearnerRecord {
    held.delete(id);
    held.set(id, record);
    const [oldest] = held.keys();
    if (held.size > HELD && oldest !== undefined) held.delete(oldest);
    return record;
  }
  const get = (id: PersonId): LearnerRecord => {
    const known = held.get(id);
    if (known) return known;
    const read = LearnerRecord.safeParse(readJson(disk, pathOf(id)) ?? NEW);
    if (!read.success) throw new Unreadable(pathOf(id), read.error);
    return hold(id, read.data);
  };

  function oneByOne<T>(id: PersonId, work: () => Promise<T>): Promise<T> {
    const mine = (busy.get(id) ?? Promise.resolve()).then(work, work);
    busy.set(id, mine);
    const over = (): void => void (busy.get(id) === mine && busy.delete(id));
    mine.then(over, over);
    return mine;
  }

  const forget = (id: PersonId): Promise<void> =>
    oneByOne(id, async () => {
      gone.add(id);
      await disk.remove(pathOf(id));
      hold(id, NEW);
    });

  const change: LearnersFiles['change'] = (id, recipe) =>
    oneByOne(id, async () => {
      const before = get(id);
      const record = gone.has(id) || isErased(id) ? before : recipe(before);
      if (record !== before) await disk.replace(pathOf(id), JSON.stringify(record));
      return hold(id, record);
    });

  return {
    get,
    change,
    async join(id, intoId) {
      if (!existsSync(pathOf(id))) return;
      const theirs = get(id);
      await change(intoId, (record) => joinedLearner(theirs, record));
      await forget(id);
    },
    forget,
    async sweep(isErased) {
      const ids = readdirSync(folder).flatMap((name) => /^(.+)\.json$/.exec(name)?.[1] ?? []);
      await Promise.all(ids.filter(isErased).map(forget));
    },
  };
}

/** What two records keep as one: the later place, both notes, every try once. Joined twice it is the same. */
function joinedLearner(goes: LearnerRecord, stays: LearnerRecord): LearnerRecord {
  const places = { ...goes.places };
  for (const [id, place] of Object.entries(stays.places))
    if (!places[id] || places[id].at <= place.at) places[id] = place;
  const notes = { ...goes.notes };
  for (const [id, note] of Object.entries(stays.notes)) {
    const other = notes[id];
    const both = !other || note.text.includes(other.text) ? note.text : `${note.text}\n\n${other.text}`;
    notes[id] = { text: both, at: other && other.at > note.at ? other.at : note.at };
  }
  const tries = { ...goes.tries };
  for (const [id, all] of Object.entries(stays.tries)) {
    const ids = new Set(all.map((one) => one.id));
    const others = (tries[id] ?? []).filter((one) => !ids.has(one.id));
    tries[id] = [...others, ...all].sort((a, b) => (a.at < b.at ? -1 : 1));
  }
  return {
    ...goes,
    ...stays,
    ...(goes.booked || stays.booked ? { booked: { ...goes.booked, ...stays.booked } } : {}),
    places,
    notes,
    tries,
    // What either has fetched is looked at anew, as one person's.
    answeredFor: undefined,
    // An address of a feed that was ended by either stays ended.
    feed: Math.max(goes.feed ?? 0, stays.feed ?? 0),
  };
}
