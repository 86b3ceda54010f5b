import { chmodSync } from 'node:fs';
import type { Server } from 'node:http';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { type Instant, msOf } from '#core/calendar';
import { isGone, nameAt } from '#core/people';
import { boughtAt, createRunner, leavingThrough } from '#core/shop';
import { counterApp } from './app';
import { type CounterContext, liveRelease, shopOf } from './context';
import { closableDisk } from './files/closableDisk';
import { compareFolder } from './files/compareFolder';
import { realDisk } from './files/disk';
import { lockFolder } from './files/folderLock';
import { type FolderProblem, isAnswerable, shrankProblem, standsStill } from './files/folderProblem';
import { historyAhead } from './files/historyAhead';
import { openFolder } from './files/openFolder';
import { rememberHost } from './files/hostsFile';
import { followJoins } from './shared/followJoin';
import { goOnWithErasures } from './shared/erase';
import { localeOfPerson } from './shared/localeOfPerson';
import { Networks } from './shared/networks';
import { makeFolder } from './files/makeFolder';
import type { FileShrank } from './files/syncedLog';
import { createAfterwards } from './http/afterwards';
import { openClientFiles } from './http/clientFiles';
import { hostsOf, isPublicAddress } from './http/hosts';
import { type Listening, listen } from './listen';
import type { CounterOptions } from './options';
import { joinOutside } from './outside';
import { watchPresence } from './owner/absence';
import { finishedShop } from './owner/finishedShop';
import { demoClock, realClock } from './ports/clocks';
import { randomIds } from './ports/ids';
import { createMailer } from './ports/mailer';
import { paymentsOverHttp } from './ports/paymentsOverHttp';
import { watchedClock } from './ports/watchedClock';
import { practiceShops } from './practice/practiceShops';
import { watchWays } from './ways';
import { loadSecrets } from './secrets';
import { laterOf } from './shared/orderView';

export interface Counter {
  address: string;
  /** Opens the studio. */
  ownerAddress: string;
  /** Whether the owner's key was made by this start. */
  isNew: boolean;
  context: CounterContext;
  server: Server;
  close(): Promise<void>;
}

const TURN_EVERY_MS = 1_000;
const NOTED_EVERY_MS = 60_000;
/** What is under way when a shop closes has so long to come to its end. */
const ENDS_WITHIN_MS = 2_000;
const DEMO_START: Instant = '2026-06-15T08:00:00.000Z';

/**
 * Opens a shop's folder, joins its ports and routes, and serves it on one port. First the right to the folder, then
 * the port, then the files: a second start touches nothing.
 */
export async function createCounter(options: CounterOptions): Promise<Counter> {
  const lock = await lockFolder(options.dataFolder);
  let listening: Listening | null = null;
  try {
    listening = await listen(options.port, options.host ?? '127.0.0.1');
    lock.reachedAt(listening.address);
    const counter = await openCounter(options, listening);
    return {
      ...counter,
      async close() {
        await counter.close();
        await lock.release();
      },
    };
  } catch (error) {
    await listening?.close();
    await lock.release();
    throw error;
  }
}

async function openCounter(options: CounterOptions, listening: Listening): Promise<Counter> {
  const log = options.log ?? (() => undefined);
  let problems: readonly FolderProblem[] = [];
  const stops = (): FolderProblem[] => problems.filter((p) => standsStill(p) && !accepted.has(p.sentence));
  /** What was written to a file is not there any more: until it is put back and the shop starts again nothing is sold. */
  const fileShrank = (error: FileShrank): void => {
    log('A file of the shop lost what had been written to it', error);
    problems = [...problems, shrankProblem(error)];
    runner.standStill(true);
  };
  const disk = closableDisk(options.disk ?? realDisk);
  const ids = options.ids ?? randomIds;
  const afterwards = createAfterwards(log);
  const root = options.dataFolder;
  const { address } = listening;
  // Test and real keep everything apart but the files of releases, which are the same.
  const own = join(root, options.mode === 'real' ? 'real' : 'test');
  makeFolder(own);
  chmodSync(root, 0o700);
  const { secrets, isNew } = await loadSecrets(root, disk);
  const vaultFolder = options.practice?.vaultFolder ?? join(root, 'vault');
  const files = await openFolder({ own, vaultFolder, disk, onShrank: fileShrank, log });
  const { journal, people, doors, erasures, visits, learners, vault, releases, accepted, presence } = files;
  const finished = finishedShop(options.clientFolder);
  const publicAddress = (): string => options.publicAddress ?? address;
  const hosts = hostsOf(publicAddress, await rememberHost(own, disk, options.publicAddress));

  const demo = options.mode === 'demo' ? demoClock(options.demoStart ?? DEMO_START) : null;
  const clock = options.mode === 'real' ? watchedClock(options.clock ?? realClock) : null;
  const outside = joinOutside({
    options,
    secrets,
    // Nobody comes into a practice shop but from the studio.
    isPublic: !options.practice && options.publicAddress !== undefined && isPublicAddress(options.publicAddress),
    // Notices are sent once the shop can take them.
    address: () => (isOpen ? address : ''),
    startMs: msOf((demo ?? options.clock ?? realClock).now()),
    log,
  });
  let isOpen = false;
  const mailer = createMailer({
    service: outside.mail,
    publicAddress,
    doors,
    atOrder: (person, orderId) => ({
      ...person,
      name: nameAt(person, runner.state.orders.get(orderId)?.checkoutId ?? null),
    }),
    real: options.mode === 'real',
    languageOf: (id) => localeOfPerson(runner.state, shopOf(context), id),
    shop: () => shopOf(context),
    placeOf: (id) => {
      const product = liveRelease(context)?.content.products.find((p) => p.id === id);
      return product?.kind === 'coaching' ? product.place : '';
    },
    productTitle: (id) => liveRelease(context)?.content.products.find((p) => p.id === id)?.title ?? 'what you bought',
    laterOf: (order, step, locale) =>
      laterOf({ state: runner.state, shop: shopOf(context), locale }, order, boughtAt(order, step).lines),
    leavingOf: (order) => leavingThrough(runner.state, order),
    productOfPass: (id) => runner.state.passes.get(id)?.productId ?? '',
  });
  const payments = paymentsOverHttp(outside.payments);
  const ways = watchWays(outside, payments);
  const runner = createRunner({
    journal,
    people,
    clock: demo ?? clock ?? options.clock ?? realClock,
    payments,
    mailer,
    vault,
    ids,
    releases,
  });
  await runner.start();
  // A demo goes on from where its time had come to, never back.
  if (demo && runner.state.at > demo.now()) {
    demo.moveTo(runner.state.at);
    outside.beginAt(msOf(demo.now()));
  }

  // Of a history newer than the clock see `historyAhead`; of a clock far ahead of it, the clock's own leap.
  const lastKnown = [runner.state.at, presence.last ?? ''].sort().at(-1) ?? '';
  if (clock && runner.state.seq > 0) clock.startFrom(lastKnown);
  await learners.sweep((id) => isGone(people.get(id)));
  const compared = compareFolder({ state: runner.state, people, doors, releases, vault });
  if (presence.unreadable)
    compared.push({
      code: 'presence-unreadable',
      sentence: `${presence.path} cannot be read. The shop counts as away since the last thing that happened in it.`,
    });
  if (clock) compared.push(...(await historyAhead(journal, runner.state.at, clock.now())));
  problems = [...problems, ...journal.problems, ...compared];
  runner.standStill(stops().length > 0);
  const absence = await watchPresence({ runner, presence, clock, real: options.mode === 'real', log });

  const practice = options.practice
    ? null
    : await practiceShops({
        folder: join(root, 'practice'),
        open: (begin) =>
          createCounter({
            ...begin,
            clientFolder: options.clientFolder,
            publicAddress: publicAddress(),
            practice: { vaultFolder },
            ...(options.disk ? { disk: options.disk } : {}),
            log,
          }),
        log,
      });
  const context: CounterContext = {
    mode: options.mode,
    runner,
    ...files,
    networks: new Networks(),
    finishedShop: finished,
    mailer,
    payments,
    ways,
    secrets,
    client: openClientFiles(options.clientFolder),
    demoClock: demo,
    practice,
    ids,
    publicAddress,
    hosts,
    outside,
    log,
    afterwards,
    security: options.security ?? (() => undefined),
    tellTime: async () => {
      if (demo) await outside.tellTime(msOf(demo.now()));
    },
    standInsNextDue: () => outside.nextDue(),
    get problems() {
      return problems;
    },
    get standsStill() {
      return stops().length > 0;
    },
    async goOn() {
      const answered = stops().filter(isAnswerable);
      await accepted.add(answered.map(({ sentence }) => sentence));
      await journal.acceptEnd();
      problems = problems.filter((p) => !answered.includes(p));
      runner.standStill(stops().length > 0);
    },
    get away() {
      return absence.away();
    },
    confirmAway: () => absence.confirm(),
  };

  // A shop that stands still writes nothing, here neither.
  if (stops().length === 0)
    await followJoins(context).catch((error: unknown) =>
      log('Two people who were made one are not so everywhere', error),
    );

  listening.answerWith(counterApp(context, options.publicAddress !== undefined));
  isOpen = true;
  await ways.begin();

  let turning: Promise<void> | null = null;
  const turn = (): void => {
    absence.look();
    turning ??= runner
      .turn()
      .catch((error: unknown) => log('A round of due work failed', error))
      .finally(() => {
        turning = null;
      });
  };
  turn();
  const timer = setInterval(turn, TURN_EVERY_MS);
  // One at a time: what is slow to be forgotten is not asked for twice.
  let erasing: Promise<void> | null = null;
  const eraseOn = (): void => {
    if (erasures.all().length > 0 && stops().length === 0)
      erasing ??= goOnWithErasures(context).finally(() => {
        erasing = null;
      });
  };
  eraseOn();
  const noting = setInterval(() => {
    void absence.note();
    eraseOn();
  }, NOTED_EVERY_MS);

  return {
    address,
    ownerAddress: `${address}/studio/#key=${secrets.ownerKey}`,
    isNew,
    context,
    server: listening.server,
    async close() {
      clearInterval(timer);
      clearInterval(noting);
      await absence.note();
      await practice?.close();
      ways.close();
      // Whoever presses right now still hears what came of it; who asks for hours is cut off.
      await Promise.race([
        Promise.all([listening.quiet(), afterwards.quiet()]).then(() => runner.quiet()),
        setTimeout(ENDS_WITHIN_MS, undefined, { ref: false }),
      ]);
      await listening.close();
      outside.close();
      await turning;
      await erasing;
      // Everybody whose request was lost has been told so.
      await runner.synced().catch((error: unknown) => log('The shop closed without knowing what was kept', error));
      await Promise.all([journal.close(), people.close(), doors.close(), visits.close(), finished.close()]);
      await disk.close();
    },
  };
}
