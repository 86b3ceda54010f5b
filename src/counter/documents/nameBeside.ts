import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { withNameOn } from './writeName';

/** The built program lies beside the built counter; run from the sources there is none. */
const here = dirname(fileURLToPath(import.meta.url));
const builtProgram = (): string | null =>
  [join(here, 'name.js'), join(here, '..', 'name.js')].find((path) => existsSync(path)) ?? null;

/** Of a PDF that takes longer than this nobody waits for the end: it is delivered as it is. */
const MOST_MS = 30_000;
/** What the program may hold in memory, however a file unfolds. */
const MOST_BYTES = 600 << 20;
const CANNOT = 3;

/** 'cannot': it is locked, damaged or no PDF. 'gave-up': it took too much memory or time, or the program broke. */
export type Named = 'named' | 'cannot' | 'gave-up';

/**
 * Writes a name on a PDF in a process of its own, so that a large one keeps nobody else waiting and cannot take the
 * machine's memory.
 * @param out where the copy goes; it is there only where the answer is 'named'
 */
export async function nameBeside(
  path: string,
  line: string,
  out: string,
  { program = builtProgram(), mostBytes = MOST_BYTES }: { program?: string | null; mostBytes?: number } = {},
): Promise<Named> {
  if (program === null) {
    const bytes = await withNameOn(await readFile(path), line);
    if (bytes === null) return 'cannot';
    await writeFile(out, bytes, { mode: 0o600 });
    return 'named';
  }
  // Neither the shop's keys nor its addresses are any business of it.
  const child = spawn(process.execPath, [program, path, line, out, String(mostBytes)], { env: {}, stdio: 'ignore' });
  const late = setTimeout(() => child.kill('SIGKILL'), MOST_MS);
  return new Promise((resolve) => {
    const end = (answer: Named): void => {
      clearTimeout(late);
      resolve(answer);
    };
    child.once('error', () => end('gave-up'));
    child.once('exit', (code) => end(code === 0 ? 'named' : code === CANNOT ? 'cannot' : 'gave-up'));
  });
}
