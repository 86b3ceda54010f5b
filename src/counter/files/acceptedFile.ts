import { join } from 'node:path';
import * as z from 'zod';
import type { Disk } from './disk';
import { readJson, Unreadable } from './smallFile';

const Accepted = z.array(z.string().max(2_000)).max(1_000);

/** What the owner has answered with "go on as it is": a sentence that says the same later stops nothing again. */
export interface AcceptedFile {
  has(sentence: string): boolean;
  add(sentences: readonly string[]): Promise<void>;
}

export function openAcceptedFile(folder: string, disk: Disk): AcceptedFile {
  const path = join(folder, 'accepted.json');
  const read = Accepted.safeParse(readJson(disk, path) ?? []);
  if (!read.success) throw new Unreadable(path, read.error);
  const all = new Set(read.data);
  return {
    has: (sentence) => all.has(sentence),
    async add(sentences) {
      const next = [...new Set([...all, ...sentences])].slice(-1_000);
      await disk.replace(path, JSON.stringify(next, null, 1));
      for (const sentence of next) all.add(sentence);
    },
  };
}
