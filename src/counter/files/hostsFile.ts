import { join } from 'node:path';
import * as z from 'zod';
import type { Disk } from './disk';
import { readJson, Unreadable } from './smallFile';

const Known = z.array(z.string().max(300)).max(100);

/** Hosts that this shop ever had: what was mailed, printed or put into other sites under one goes on working. */
export async function rememberHost(folder: string, disk: Disk, publicAddress: string | undefined): Promise<string[]> {
  const path = join(folder, 'hosts.json');
  const read = Known.safeParse(readJson(disk, path) ?? []);
  // Written over, it would forget every address that was ever mailed.
  if (!read.success) throw new Unreadable(path, read.error);
  const known = read.data;
  if (publicAddress === undefined) return known;
  const { host } = new URL(publicAddress);
  if (known.includes(host)) return known;
  const all = [...known, host].slice(-100);
  await disk.replace(path, JSON.stringify(all));
  return all;
}
