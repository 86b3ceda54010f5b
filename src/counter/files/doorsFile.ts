import type { PersonId } from '#core/ids';
import { createHash, randomBytes } from 'node:crypto';
import { join } from 'node:path';
import * as z from 'zod';
import type { Disk } from './disk';
import { readLines } from './readLines';
import { SyncedLog } from './syncedLog';

const Line = z.discriminatedUnion('t', [
  z.object({ t: z.literal('link'), hash: z.string(), personId: z.string(), until: z.number() }),
  z.object({ t: z.literal('device'), hash: z.string(), personId: z.string(), until: z.number() }),
  z.object({ t: z.literal('gone'), hash: z.string() }),
]);

/** Sign-in links and signed-in devices. They follow machine time, and only hashes of the secrets are kept. */
export interface DoorsFile {
  makeLink(personId: PersonId, lastsMs: number): Promise<string>;
  /** Uses a link up. @returns whose it was, or null when it is unknown, used or over */
  useLink(secret: string): Promise<string | null>;
  makeDevice(personId: PersonId, lastsMs: number): Promise<string>;
  personOf(secret: string): string | null;
  dropDevice(secret: string): Promise<void>;
  close(): Promise<void>;
}

export async function openDoorsFile(folder: string, disk: Disk): Promise<DoorsFile> {
  const path = join(folder, 'doors.jsonl');
  const links = new Map<string, { personId: PersonId; until: number }>();
  const devices = new Map<string, { personId: PersonId; until: number }>();
  let keep = 0;
  for await (const { bytes, end, whole } of readLines(path)) {
    if (!whole) break;
    const line = Line.parse(JSON.parse(bytes.toString('utf8')));
    if (line.t === 'link') links.set(line.hash, line);
    else if (line.t === 'device') devices.set(line.hash, line);
    else {
      links.delete(line.hash);
      devices.delete(line.hash);
    }
    keep = end;
  }
  const log = await SyncedLog.open(disk, path, keep);

  async function make(kind: 'link' | 'device', personId: PersonId, lastsMs: number): Promise<string> {
    const secret = randomBytes(32).toString('base64url');
    const entry = { personId, until: Date.now() + lastsMs };
    await log.append(JSON.stringify({ t: kind, hash: hashOf(secret), ...entry }));
    (kind === 'link' ? links : devices).set(hashOf(secret), entry);
    return secret;
  }

  return {
    makeLink: (personId, lastsMs) => make('link', personId, lastsMs),
    async useLink(secret) {
      const hash = hashOf(secret);
      const link = links.get(hash);
      if (!link) return null;
      // Gone from memory before the disk answers: two presses at once cannot both get in.
      links.delete(hash);
      await log.append(JSON.stringify({ t: 'gone', hash }));
      return link.until > Date.now() ? link.personId : null;
    },
    makeDevice: (personId, lastsMs) => make('device', personId, lastsMs),
    personOf(secret) {
      const device = devices.get(hashOf(secret));
      return device && device.until > Date.now() ? device.personId : null;
    },
    async dropDevice(secret) {
      const hash = hashOf(secret);
      if (!devices.delete(hash)) return;
      await log.append(JSON.stringify({ t: 'gone', hash }));
    },
    close: () => log.close(),
  };
}

const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');
