import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Instant } from '#core/calendar';
import type { ShopDetails } from '#core/catalogue';
import { DEFAULT_SHOP } from '#core/catalogue';
import type { Release, ReleaseContent } from '#core/release';
import type { Runner } from '#core/shop';
import type { Afterwards } from './http/afterwards';
import type { ClientFiles } from './http/clientFiles';
import type { Hosts } from './http/hosts';
import type { Outside } from './outside';
import type { MeansPort } from './ports/paymentsOverHttp';
import type { BusyFile } from './files/busyFile';
import type { HelpersFile } from './files/helpersFile';
import type { DoorsFile } from './files/doorsFile';
import type { ErasuresFile } from './files/erasuresFile';
import type { FolderProblem } from './files/folderProblem';
import type { JournalFile } from './files/journalFile';
import type { LearnersFiles } from './files/learnersFiles';
import type { NamedCopies } from './files/namedCopies';
import type { PapersFiles } from './files/papersFiles';
import type { PeopleFile } from './files/peopleFile';
import type { VisitsFiles } from './files/visitsFiles';
import type { Away } from './owner/absence';
import type { FinishedShop } from './owner/finishedShop';
import type { ReleaseFiles } from './files/releaseFiles';
import type { VaultFiles } from './files/vaultFiles';
import type { Networks } from './shared/networks';
import type { DemoClock } from './ports/clocks';
import type { Mailer } from './ports/mailer';
import type { Secrets } from './secrets';
import type { Ways } from './ways';

/** What every audience's routes are given. Money and access are only ever changed through `runner`. */
export interface CounterContext {
  mode: 'demo' | 'test' | 'real';
  runner: Runner;
  journal: JournalFile;
  people: PeopleFile;
  doors: DoorsFile;
  /** Erasures that have begun and are not done. */
  erasures: ErasuresFile;
  helpers: HelpersFile;
  busy: BusyFile;
  visits: VisitsFiles;
  learners: LearnersFiles;
  named: NamedCopies;
  papers: PapersFiles;
  networks: Networks;
  finishedShop: FinishedShop;
  vault: VaultFiles;
  releases: ReleaseFiles;
  mailer: Mailer;
  /** The payment services as the shop asks them. */
  payments: MeansPort;
  ways: Ways;
  secrets: Secrets;
  client: ClientFiles;
  demoClock: DemoClock | null;
  problems: readonly FolderProblem[];
  /** Whether the shop stands still until its owner has answered to them. */
  readonly standsStill: boolean;
  /** The owner's answer: go on as it is. */
  goOn: () => Promise<void>;
  /** Where the shop's own people walk its paths; null in such a shop itself. */
  practice: PracticeShops | null;
  ids: { next(prefix: string): string };
  publicAddress: () => string;
  hosts: Hosts;
  outside: Outside;
  /** Tells the stand-ins the time, in a demo. */
  tellTime: () => Promise<void>;
  standInsNextDue: () => Promise<number | null>;
  /** A real shop that was away for more than 48 hours charges nothing until its owner says so. */
  readonly away: Away | null;
  confirmAway: () => Promise<void>;
  log: (message: string, error?: unknown) => void;
  /** What is done once somebody has their answer. */
  afterwards: Afterwards;
  /** What guards the shop, without personal data. */
  security: (message: string) => void;
}

/** A shop of its own for one walk: the same program over a folder, a clock and stand-ins that nobody else meets. */
export interface PracticeShop {
  id: string;
  context: CounterContext;
  /** Does something in it that takes a while: it does not end meanwhile. */
  during<T>(act: () => Promise<T>): Promise<T>;
  /** Answers a request that came to the shop it practises for. */
  answer(req: IncomingMessage, res: ServerResponse): void;
}

export interface PracticeShops {
  /**
   * Opens one whose only release is this, at this moment.
   * @throws Problem where it could not be published either, or there is no room for it
   */
  begin(content: ReleaseContent, now: Instant): Promise<PracticeShop>;
  get(id: string): PracticeShop | undefined;
  end(id: string): Promise<void>;
  close(): Promise<void>;
}

export const liveRelease = (context: CounterContext): Release | undefined =>
  context.runner.state.release === null ? undefined : context.releases.get(context.runner.state.release);

export const shopOf = (context: CounterContext): ShopDetails => liveRelease(context)?.content.shop ?? DEFAULT_SHOP;
