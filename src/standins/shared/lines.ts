import { closeSync, existsSync, ftruncateSync, mkdirSync, openSync, readFileSync, writeSync } from 'node:fs';
import { dirname } from 'node:path';

/**
 * A stand-in's own memory: one JSON value a line, read back at start. A torn last line never happened and is cut, so
 * that the next one begins on its own; what could not be written whole is cut too, and whoever asked hears of it.
 */
export function openLines<T>(path: string): { all: T[]; add: (value: T) => void; close: () => void } {
  mkdirSync(dirname(path), { recursive: true, mode: 0o700 });
  const all: T[] = [];
  let length = 0;
  if (existsSync(path)) {
    const bytes = readFileSync(path);
    length = bytes.lastIndexOf(10) + 1;
    for (const line of bytes.subarray(0, length).toString('utf8').split('\n')) {
      if (line === '') continue;
      try {
        all.push(JSON.parse(line) as T);
      } catch {
        // From before torn lines were cut: two of them in one. Neither can be known.
      }
    }
  }
  const file = openSync(path, 'a', 0o600);
  let closed = false;
  ftruncateSync(file, length);
  return {
    all,
    add(value) {
      // Its number may be another file's by then.
      if (closed) throw new Error(`${path} has been closed`);
      const bytes = Buffer.from(`${JSON.stringify(value)}\n`);
      try {
        for (let done = 0; done < bytes.length;) done += writeSync(file, bytes, done);
      } catch (error) {
        ftruncateSync(file, length);
        throw error;
      }
      length += bytes.length;
      all.push(value);
    },
    close() {
      if (!closed) closeSync(file);
      closed = true;
    },
  };
}
