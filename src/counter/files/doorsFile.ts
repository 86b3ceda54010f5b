import type { Instant } from '#core/calendar';
import type { PersonId } from '#core/ids';
import { createHash, randomBytes } from 'node:crypto';
import { join } from 'node:path';
import * as z from 'zod';
import type { Disk } from './disk';
import { openRecordLines, recordLine } from './recordLines';
import type { FileShrank } from './syncedLog';

const Move = z.object({ from: z.string(), to: z.string() });
/** A change of address as its link carries it: as addresses are compared, and as it was typed. */
export type Move = z.infer<typeof Move>;

const Line = z.discriminatedUnion('t', [
  z.object({
    t: z.literal('link'),
    hash: z.string(),
    personId: z.string(),
    until: z.number(),
    at: z.number().optional(),
    /** What it changes instead of signing in: an address, from the one it was asked under. */
    move: Move.optional(),
  }),
  z.object({
    t: z.literal('device'),
    hash: z.string(),
    personId: z.string(),
    until: z.number(),
    at: z.number().optional(),
    what: z.string().max(80).optional(),
  }),
  /** What the window that pays has in hand: it alone opens what its checkout buys. */
  z.object({ t: z.literal('holder'), hash: z.string(), checkout: z.string(), until: z.number() }),
  z.object({ t: z.literal('gone'), hash: z.string() }),
  /** Two were made one: the doors of the one are the other's. */
  /** All sessions and links of a person were revoked, and with them the access of windows that had paid until then. */
  z.object({ t: z.literal('ended'), personId: z.string(), at: z.string() }),
  z.object({ t: z.literal('joined'), from: z.string(), into: z.string() }),
]);

interface LinkEntry {
  personId: PersonId;
  until: number;
  at?: number | undefined;
  move?: Move | undefined;
}

/** Somebody signed in on some device. Whose is said by `personId`; the owner's are under `OWNER`. */
export interface Session {
  /** Names it, and opens nothing. */
  id: string;
  personId: string;
  /** Epoch milliseconds; null in files from before it was noted. */
  at: number | null;
  /** Last used, as far as this process saw it. */
  seen: number | null;
  until: number;
  /** Browser and system in a word or two. */
  what: string;
}

/** The owner's sessions stand under this name. */
export const OWNER = 'owner';

/** Sign-in links, signed-in devices, and which window paid. They follow machine time, and only hashes of the secrets are kept. */
export interface DoorsFile {
  readonly path: string;
  /** Numbers of lines that cannot be read: whoever they let in signs in again. */
  readonly unreadable: readonly number[];
  makeLink(personId: PersonId, lastsMs: number): Promise<string>;
  /** A link that changes a person's email address. It does not sign anybody in. */
  makeMoveLink(personId: PersonId, lastsMs: number, move: Move): Promise<string>;
  /** Whose a link that signs in is and when it was made, without using it up; null when it is unknown or over. */
  lookAtLink(secret: string): { personId: string; at: number | null } | null;
  /** What a link that changes an address would change, without using it up; null when it is unknown or over. */
  lookAtMoveLink(secret: string): (Move & { personId: PersonId }) | null;
  /** Uses such a link up: it works once. @returns what it changes, or null when it is unknown, used or over */
  useMoveLink(secret: string): Promise<(Move & { personId: PersonId }) | null>;
  /**
   * Uses a link up.
   * @param fits whose links may be used here: another's stays as it is
   * @returns whose it was, or null when it is unknown, used or over
   */
  useLink(secret: string, fits: (whose: string) => boolean): Promise<string | null>;
  /** Makes every link of somebody worth nothing. */
  dropLinksOf(personId: PersonId): Promise<void>;
  /**
   * Ends every session and every link of somebody in one line, and what windows hold that paid for them until now.
   * @param at by the shop's time
   */
  endAllOf(personId: PersonId, at: Instant): Promise<void>;
  /** When that was done last; null when it never was. */
  endedAt(personId: PersonId): Instant | null;
  /** Whatever let the one in lets the other in from now on. */
  join(from: PersonId, into: PersonId): Promise<void>;
  makeDevice(personId: string, lastsMs: number, what?: string): Promise<string>;
  /**
   * Whose a session is, or null once it has ended.
   * @param idleMs ends it when it was not used for so long
   * @param isUse whether being asked for counts as using it
   */
  personOf(secret: string, idleMs?: number, isUse?: boolean): string | null;
  dropDevice(secret: string): Promise<void>;
  sessionsOf(personId: string): Session[];
  /** Which of the sessions a secret is. */
  sessionOf(secret: string): string;
  /** Ends one of somebody's sessions by its name. @returns whether there was one */
  endSession(personId: string, id: string): Promise<boolean>;
  /** Only a window that has this in its hand opens what the checkout buys. */
  noteHolder(checkout: string, secret: string, lastsMs: number): Promise<void>;
  isHolder(checkout: string, secret: string): boolean;
  close(): Promise<void>;
}

export async function openDoorsFile(
  folder: string,
  disk: Disk,
  onShrank?: (error: FileShrank) => void,
): Promise<DoorsFile> {
  const path = join(folder, 'doors.jsonl');
  const links = new Map<string, LinkEntry>();
  const ended = new Map<string, Instant>();
  const devices = new Map<string, Omit<Session, 'id'>>();
  const holders = new Map<string, { checkout: string; until: number }>();
  const began = Date.now();
  const { log, unreadable } = await openRecordLines(
    path,
    disk,
    Line,
    (line) => {
      // What is over opens nothing and need not be known.
      if (line.t === 'joined') return rename(line.from, line.into);
      if (line.t === 'ended') return forget(line.personId, line.at);
      if (line.t !== 'gone' && line.until <= began) return;
      if (line.t === 'link') links.set(line.hash, line);
      else if (line.t === 'device')
        devices.set(line.hash, { ...line, at: line.at ?? null, seen: line.at ?? null, what: line.what ?? '' });
      else if (line.t === 'holder') holders.set(line.hash, line);
      else {
        links.delete(line.hash);
        devices.delete(line.hash);
      }
    },
    onShrank,
  );

  function rename(from: string, into: string): boolean {
    let any = false;
    for (const [hash, door] of links) if (door.personId === from) any = !!links.set(hash, { ...door, personId: into });
    for (const [hash, door] of devices)
      if (door.personId === from) any = !!devices.set(hash, { ...door, personId: into });
    return any;
  }

  function hashesOf(personId: string): string[] {
    return [links, devices].flatMap((held) =>
      [...held].flatMap(([hash, door]) => (door.personId === personId ? [hash] : [])),
    );
  }

  function forget(personId: string, at: Instant, hashes = hashesOf(personId)): void {
    for (const hash of hashes) {
      links.delete(hash);
      devices.delete(hash);
    }
    ended.set(personId, at);
  }

  async function keepLink(entry: LinkEntry): Promise<string> {
    const secret = randomBytes(32).toString('base64url');
    await log.append(recordLine({ t: 'link', hash: hashOf(secret), ...entry }));
    links.set(hashOf(secret), entry);
    return secret;
  }

  /** Gone from memory before the disk answers: two presses at once cannot both get in. */
  async function useUp(hash: string, link: LinkEntry): Promise<boolean> {
    links.delete(hash);
    try {
      await log.append(recordLine({ t: 'gone', hash }));
    } catch (error) {
      links.set(hash, link);
      throw error;
    }
    return link.until > Date.now();
  }

  async function drop(hash: string): Promise<boolean> {
    const device = devices.get(hash);
    if (!device) return false;
    // Ended at once; if the disk refuses, whoever ends it hears so and it goes on.
    devices.delete(hash);
    try {
      await log.append(recordLine({ t: 'gone', hash }));
    } catch (error) {
      devices.set(hash, device);
      throw error;
    }
    return true;
  }

  return {
    path,
    unreadable,
    async makeLink(personId, lastsMs) {
      const now = Date.now();
      return keepLink({ personId, until: now + lastsMs, at: now });
    },
    async makeMoveLink(personId, lastsMs, move) {
      const now = Date.now();
      return keepLink({ personId, until: now + lastsMs, at: now, move });
    },
    lookAtLink(secret) {
      const link = links.get(hashOf(secret));
      return link && !link.move && link.until > Date.now() ? { personId: link.personId, at: link.at ?? null } : null;
    },
    lookAtMoveLink(secret) {
      const link = links.get(hashOf(secret));
      return link?.move && link.until > Date.now() ? { ...link.move, personId: link.personId } : null;
    },
    async useMoveLink(secret) {
      const hash = hashOf(secret);
      const link = links.get(hash);
      if (!link?.move) return null;
      return (await useUp(hash, link)) ? { ...link.move, personId: link.personId } : null;
    },
    async useLink(secret, fits) {
      const hash = hashOf(secret);
      const link = links.get(hash);
      if (!link || link.move || !fits(link.personId)) return null;
      return (await useUp(hash, link)) ? link.personId : null;
    },
    async dropLinksOf(personId) {
      for (const [hash, link] of [...links]) {
        if (link.personId !== personId || !links.delete(hash)) continue;
        try {
          await log.append(recordLine({ t: 'gone', hash }));
        } catch (error) {
          links.set(hash, link);
          throw error;
        }
      }
    },
    async endAllOf(personId, at) {
      // Whoever signs in while this is being written comes after it, here as in the file.
      const hashes = hashesOf(personId);
      await log.append(recordLine({ t: 'ended', personId, at }));
      forget(personId, at, hashes);
    },
    endedAt: (personId) => ended.get(personId) ?? null,
    async join(from, into) {
      if (rename(from, into)) await log.append(recordLine({ t: 'joined', from, into }));
    },
    async makeDevice(personId, lastsMs, what = '') {
      const secret = randomBytes(32).toString('base64url');
      const now = Date.now();
      const entry = { personId, until: now + lastsMs, at: now, what: what.slice(0, 80) };
      await log.append(recordLine({ t: 'device', hash: hashOf(secret), ...entry }));
      devices.set(hashOf(secret), { ...entry, seen: now });
      return secret;
    },
    personOf(secret, idleMs = Infinity, isUse = true) {
      const device = devices.get(hashOf(secret));
      const now = Date.now();
      if (!device || device.until <= now || now - (device.seen ?? now) > idleMs) return null;
      // A clock that went back and is put right again would have left it unused for all that time.
      if (isUse) device.seen = Math.max(device.seen ?? now, now);
      return device.personId;
    },
    async dropDevice(secret) {
      await drop(hashOf(secret));
    },
    sessionsOf: (personId) =>
      [...devices]
        .filter(([, device]) => device.personId === personId && device.until > Date.now())
        .map(([hash, device]) => ({ ...device, id: nameOf(hash) })),
    sessionOf: (secret) => nameOf(hashOf(secret)),
    async endSession(personId, id) {
      const found = [...devices].find(([hash, device]) => nameOf(hash) === id && device.personId === personId);
      return found !== undefined && (await drop(found[0]));
    },
    async noteHolder(checkout, secret, lastsMs) {
      const hash = hashOf(`${checkout}/${secret}`);
      if (holders.has(hash)) return;
      const entry = { checkout, until: Date.now() + lastsMs };
      await log.append(recordLine({ t: 'holder', hash, ...entry }));
      holders.set(hash, entry);
    },
    isHolder(checkout, secret) {
      const holder = holders.get(hashOf(`${checkout}/${secret}`));
      return holder?.checkout === checkout && holder.until > Date.now();
    },
    close: () => log.close(),
  };
}

const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');
/** A session is named by the hash of its hash, so that its name tells nothing of what opens it. */
const nameOf = (hash: string): string => hashOf(hash).slice(0, 16);
