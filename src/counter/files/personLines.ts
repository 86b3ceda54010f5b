import * as z from 'zod';
import { PersonRecord } from '#core/people';

/** Parts of a record that hold an entry for each order, and so grow with them. */
const GROWING = ['names', 'vatNumbers', 'postal'] as const;

/**
 * What is new of a person since their line before: a record grows with every order, and written whole each time a file
 * of them grows with its square. Entries that are null are gone.
 */
const Changed = z.object({
  changed: z.literal(1),
  id: z.string(),
  rev: z.int().min(1),
  names: z.record(z.string(), z.string().max(200).nullable()).optional(),
  vatNumbers: z.record(z.string(), z.string().max(30).nullable()).optional(),
  postal: z.record(z.string(), z.unknown().nullable()).optional(),
});
type Changed = z.infer<typeof Changed>;

/** A line of the people file: a whole record, or what changed of the one before. */
export const PersonLine = z.union([Changed, PersonRecord]);
export type PersonLine = z.infer<typeof PersonLine>;

const isChange = (line: PersonLine): line is Changed => 'changed' in line;

/** The line by which a record comes to be from the one before: only what is new, where nothing but growing parts is. */
export function lineFor(before: PersonRecord | undefined, record: PersonRecord): PersonLine {
  if (!before || !GROWING.some((part) => record[part] !== undefined)) return record;
  const rest = (of: PersonRecord): string =>
    JSON.stringify({ ...of, rev: 0, ...Object.fromEntries(GROWING.map((part) => [part, null])) });
  if (rest(before) !== rest(record)) return record;
  const line: Changed = { changed: 1, id: record.id, rev: record.rev };
  for (const part of GROWING) {
    const [was, is] = [before[part] ?? {}, record[part] ?? {}] as Record<string, unknown>[];
    // Neither an entry that is there nor one that is not may turn into an empty part that was not there.
    if (before[part] !== undefined && record[part] === undefined) return record;
    if (before[part] === undefined && record[part] !== undefined && Object.keys(is ?? {}).length === 0) return record;
    const entries = [...new Set([...Object.keys(was ?? {}), ...Object.keys(is ?? {})])].flatMap((key) =>
      JSON.stringify(was?.[key]) === JSON.stringify(is?.[key]) ? [] : [[key, is?.[key] ?? null] as const],
    );
    if (entries.length > 0) line[part] = Object.fromEntries(entries) as never;
  }
  return line;
}

/** The record that a line makes of the one before; undefined where there was none that it could change. */
export function recordOf(line: PersonLine, before: PersonRecord | undefined): PersonRecord | undefined {
  if (!isChange(line)) return line;
  if (!before) return undefined;
  const next: Record<string, unknown> = { ...before, rev: line.rev };
  for (const part of GROWING) {
    const changes = line[part];
    if (changes === undefined) continue;
    const all: Record<string, unknown> = { ...before[part], ...changes };
    next[part] = Object.fromEntries(Object.entries(all).filter(([, value]) => value !== null));
  }
  return PersonRecord.safeParse(next).data;
}
