import type { Instant } from '#core/calendar';
import type { IdsPort } from '#core/shop';
import type { ClockPort } from '#core/shop';
import type { Disk } from './files/disk';

/** How a counter is started. */
export interface CounterOptions {
  /** Everything the shop keeps lies in this folder. */
  dataFolder: string;
  /** Where the built studio, member area and styles lie. */
  clientFolder: string;
  /** 'demo' has a clock of its own that can be moved; 'test' takes no real money; 'real' shows neither. */
  mode: 'demo' | 'test' | 'real';
  /** 0 takes any free port. */
  port: number;
  host?: string;
  /** The address buyers use, when something stands in front of the counter. */
  publicAddress?: string;
  /** Real services by address, which answer the contract of the stand-ins: those are then not mounted. */
  services?: { payments?: string; wallet?: string; account?: string; mail?: string };
  /** Where the demo's clock starts in an empty shop. */
  demoStart?: Instant;
  ids?: IdsPort;
  disk?: Disk;
  log?: (message: string, error?: unknown) => void;
  /** Where what guards the shop is written, without personal data. */
  security?: (message: string) => void;
  /** A practice shop, which stands for one walk: its files are those of the shop it practises for. */
  practice?: { vaultFolder: string };
  /** Another clock than this machine's, for tests. */
  clock?: ClockPort;
}
