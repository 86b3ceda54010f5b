import { type ChildProcess, spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { until } from './waiting';

export interface CounterProcess {
  child: ChildProcess;
  base: string;
  /** Opens the studio. */
  key: string;
  /** The shop's key at the payment stand-in, and what signs its notices. */
  paymentsKey: string;
  noticeSecret: string;
  said: () => string;
  /** Resolves when it has ended. */
  gone: Promise<void>;
  /** Ends it at once, as a power cut does. */
  kill(): Promise<void>;
}

/** A program that a test starts lives on the day of the test. */
const WITH_FALSE_DATE = `--import ${pathToFileURL('tests/support/falseDate.mjs').href}`;

const children = new Set<ChildProcess>();

/** The built counter as a process of its own. @param fileBlocks no file may grow beyond so many blocks of 1024 bytes: a full disk */
export async function startProcess(
  folder: string,
  { port = 0, env = {}, fileBlocks }: { port?: number; env?: Record<string, string>; fileBlocks?: number } = {},
): Promise<CounterProcess> {
  const run = `${fileBlocks === undefined ? '' : `ulimit -f ${fileBlocks}; `}exec "${process.execPath}" dist/server/start.js`;
  const child = spawn('bash', ['-c', run], {
    env: { ...process.env, NODE_OPTIONS: WITH_FALSE_DATE, KEEL_DATA: folder, PORT: String(port), ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  children.add(child);
  const gone = new Promise<void>((resolve) => child.on('exit', () => resolve()));
  let out = '';
  child.stdout.on('data', (chunk: Buffer) => (out += chunk.toString()));
  child.stderr.on('data', (chunk: Buffer) => (out += chunk.toString()));
  await until(() => /Member area/.test(out) || child.exitCode !== null, 'the counter’s start');
  if (child.exitCode !== null) throw new Error(out);
  const secrets = JSON.parse(readFileSync(join(folder, 'secrets.json'), 'utf8')) as Record<string, string>;
  return {
    child,
    base: /ready (\S+)/.exec(out)?.[1] ?? '',
    key: secrets['ownerKey'] ?? '',
    paymentsKey: secrets['paymentsKey'] ?? '',
    noticeSecret: secrets['noticeSecret'] ?? '',
    said: () => out,
    gone,
    kill() {
      child.kill('SIGKILL');
      return gone;
    },
  };
}

/** To be called after each test that started some. */
export function endProcesses(): void {
  for (const child of children) child.kill('SIGKILL');
  children.clear();
}
