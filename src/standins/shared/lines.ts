import { appendFileSync, existsSync, mkdirSync, readFileSync } from 'node:fs';
import { dirname } from 'node:path';

/** A stand-in's own memory: one JSON value a line, read back at start. A torn last line is passed over. */
export function openLines<T>(path: string): { all: T[]; add: (value: T) => void } {
  mkdirSync(dirname(path), { recursive: true });
  const all: T[] = [];
  if (existsSync(path)) {
    for (const line of readFileSync(path, 'utf8').split('\n')) {
      if (line === '') continue;
      try {
        all.push(JSON.parse(line) as T);
      } catch {
        // Written half when the process was killed: it never happened.
      }
    }
  }
  return {
    all,
    add(value) {
      appendFileSync(path, `${JSON.stringify(value)}\n`);
      all.push(value);
    },
  };
}
