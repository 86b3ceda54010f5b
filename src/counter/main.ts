import { resolve } from 'node:path';
import { pino } from 'pino';
import { createCounter } from './createCounter';
import type { CounterOptions } from './options';

const logger = pino({ level: process.env['KEEL_LOG'] ?? 'warn' });

/** Starts a counter from the environment and says where it is reached. */
export async function serve(overrides: Partial<CounterOptions> & Pick<CounterOptions, 'clientFolder'>): Promise<void> {
  const mode = process.env['KEEL_MODE'] === 'real' ? 'real' : 'test';
  const counter = await createCounter({
    dataFolder: resolve(process.env['KEEL_DATA'] ?? 'keel-data'),
    mode,
    port: Number(process.env['PORT'] ?? 4600),
    ...(process.env['KEEL_HOST'] ? { host: process.env['KEEL_HOST'] } : {}),
    ...(process.env['KEEL_ADDRESS'] ? { publicAddress: process.env['KEEL_ADDRESS'] } : {}),
    log: (message, error) => logger.error({ err: error }, message),
    ...overrides,
  });
  for (const problem of counter.context.problems) process.stdout.write(`History: ${problem.sentence}\n`);
  process.stdout.write(`ready ${counter.address}\n`);
  process.stdout.write(`  Studio, for the owner:  ${counter.ownerAddress}\n`);
  process.stdout.write(`  Shop:                   ${counter.address}/\n`);
  process.stdout.write(`  Member area:            ${counter.address}/member/\n`);
  if ((overrides.mode ?? mode) !== 'real')
    process.stdout.write(`  Mail of this test shop: ${counter.address}/standin/mail/\n`);
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.once(signal, () => {
      void counter.close().finally(() => process.exit(0));
    });
  }
}
