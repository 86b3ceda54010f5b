import { resolve } from 'node:path';
import { pino } from 'pino';
import { createCounter } from './createCounter';
import { lockFolder } from './files/folderLock';
import { realDisk } from './files/disk';
import type { CounterOptions } from './options';
import { renewOwnerKey } from './secrets';

const logger = pino({ level: process.env['KEEL_LOG'] ?? 'warn' });
const dataFolder = (): string => resolve(process.env['KEEL_DATA'] ?? 'keel-data');

/** @throws with a sentence where it is none */
function webAddress(name: string): string {
  const text = (process.env[name] ?? '').replace(/\/+$/, '');
  if (/^https?:\/\//.test(text) && URL.canParse(text)) return text;
  throw new Error(`${name} is “${text}”. Write a whole web address, like https://shop.example. Nothing was opened.`);
}

/** Starts a counter from the environment and says where it is reached. */
export async function serve(overrides: Partial<CounterOptions> & Pick<CounterOptions, 'clientFolder'>): Promise<void> {
  const { env } = process;
  const mode = env['KEEL_MODE'] === 'real' ? 'real' : 'test';
  const counter = await createCounter({
    dataFolder: dataFolder(),
    mode,
    port: Number(env['PORT'] ?? 4600),
    ...(env['KEEL_HOST'] ? { host: env['KEEL_HOST'] } : {}),
    ...(env['KEEL_ADDRESS'] ? { publicAddress: webAddress('KEEL_ADDRESS') } : {}),
    services: {
      ...(env['KEEL_PAYMENTS'] ? { payments: webAddress('KEEL_PAYMENTS') } : {}),
      ...(env['KEEL_WALLET'] ? { wallet: webAddress('KEEL_WALLET') } : {}),
      ...(env['KEEL_ACCOUNT'] ? { account: webAddress('KEEL_ACCOUNT') } : {}),
      ...(env['KEEL_MAIL'] ? { mail: webAddress('KEEL_MAIL') } : {}),
    },
    log: (message, error) => logger.error({ err: error }, message),
    security: (message) => logger.warn(message),
    ...overrides,
  });
  const { context } = counter;
  const say = (line: string): void => void process.stdout.write(`${line}\n`);
  for (const problem of context.problems) say(`History: ${problem.sentence}`);
  if (context.standsStill) say('The shop is paused: nothing is sold until its owner has answered in the studio.');
  if (Object.values(context.outside.payments).every((way) => way === null))
    say('No payment service is connected, so no money can move. Name one in KEEL_PAYMENTS.');
  if (context.outside.mail === null) say('No mail service is connected, so mails wait. Name one in KEEL_MAIL.');
  say(`ready ${counter.address}`);
  // The key is said once. Whoever reads what a later start prints is not let in by it.
  const isShown = counter.isNew || context.mode === 'demo';
  say(
    isShown
      ? `  Studio, for the owner:  ${counter.ownerAddress}`
      : `  Studio:                 ${counter.address}/studio/   (a new key for the owner: npm run key)`,
  );
  say(`  Shop:                   ${counter.address}/`);
  say(`  Member area:            ${counter.address}/member/`);
  if (context.mode !== 'real' && context.outside.mail !== null)
    say(`  Mail of this test shop: ${counter.address}/standin/mail/`);
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.once(signal, () => {
      void counter.close().finally(() => process.exit(0));
    });
  }
}

/** Makes another key for the owner of a shop that is not running, and says it once. */
export async function newKey(): Promise<void> {
  const lock = await lockFolder(dataFolder());
  try {
    const key = await renewOwnerKey(dataFolder(), realDisk);
    process.stdout.write(
      `The new key of the shop in ${dataFolder()} is: ${key}\nStart the shop and open its address with /studio/#key=${key}. The key before opens nothing any more.\n`,
    );
  } finally {
    await lock.release();
  }
}
