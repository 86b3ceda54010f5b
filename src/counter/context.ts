import type { Instant } from '#core/calendar';
import type { ShopDetails } from '#core/catalogue';
import { DEFAULT_SHOP } from '#core/catalogue';
import type { Release } from '#core/release';
import type { Runner } from '#core/shop';
import type { ClientFiles } from './http/clientFiles';
import type { DoorsFile } from './files/doorsFile';
import type { HistoryProblem, JournalFile } from './files/journalFile';
import type { PeopleFile } from './files/peopleFile';
import type { ViewsFile } from './files/viewsFile';
import type { FinishedShop } from './owner/finishedShop';
import type { ReleaseFiles } from './files/releaseFiles';
import type { VaultFiles } from './files/vaultFiles';
import type { DemoClock } from './ports/clocks';
import type { Mailer } from './ports/mailer';
import type { Secrets } from './secrets';

/** What every audience's routes are given. Money and access are only ever changed through `runner`. */
export interface CounterContext {
  mode: 'demo' | 'test' | 'real';
  runner: Runner;
  journal: JournalFile;
  people: PeopleFile;
  doors: DoorsFile;
  views: ViewsFile;
  finishedShop: FinishedShop;
  vault: VaultFiles;
  releases: ReleaseFiles;
  mailer: Mailer;
  secrets: Secrets;
  client: ClientFiles;
  demoClock: DemoClock | null;
  problems: readonly HistoryProblem[];
  ids: { next(prefix: string): string };
  publicAddress: () => string;
  /** Tells the stand-ins the time, in a demo. */
  tellTime: () => Promise<void>;
  standInsNextDue: () => Promise<number | null>;
  /** A real shop that was away for more than 48 hours charges nothing until its owner says so. */
  readonly away: { from: Instant; to: Instant; agreements: number } | null;
  confirmAway: () => Promise<void>;
  log: (message: string, error?: unknown) => void;
}

export const liveRelease = (context: CounterContext): Release | undefined =>
  context.runner.state.release === null ? undefined : context.releases.get(context.runner.state.release);

export const shopOf = (context: CounterContext): ShopDetails => liveRelease(context)?.content.shop ?? DEFAULT_SHOP;
