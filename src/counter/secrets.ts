import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import * as z from 'zod';
import type { Disk } from './files/disk';
import { readJson, Unreadable } from './files/smallFile';

const Secrets = z.object({
  /** What the seller's studio shows once to be let in. */
  ownerKey: z.string(),
  /** Signs cookies, links and checkouts. */
  signing: z.string(),
  paymentsKey: z.string(),
  /** Folders from before there were wallets are given theirs when they are opened. */
  walletKey: z.string().default(''),
  accountKey: z.string().default(''),
  /** Signs the facts of an order that are carried to a page held elsewhere. */
  factsKey: z.string().default(''),
  noticeSecret: z.string(),
  mailKey: z.string(),
});
export type Secrets = z.infer<typeof Secrets>;

/** Made on first start, kept in the data folder, never anywhere else. */
export async function loadSecrets(folder: string, disk: Disk): Promise<{ secrets: Secrets; isNew: boolean }> {
  const path = join(folder, 'secrets.json');
  const known = readJson(disk, path);
  if (known !== null) {
    const read = Secrets.safeParse(known);
    if (!read.success) throw new Unreadable(path, read.error);
    const { walletKey, accountKey, factsKey } = read.data;
    if (walletKey !== '' && accountKey !== '' && factsKey !== '') return { secrets: read.data, isNew: false };
    const secrets = {
      ...read.data,
      walletKey: walletKey || make(),
      accountKey: accountKey || make(),
      factsKey: factsKey || make(),
    };
    await disk.replace(path, JSON.stringify(secrets, null, 2));
    return { secrets, isNew: false };
  }
  const secrets: Secrets = {
    ownerKey: newOwnerKey(),
    signing: make(),
    paymentsKey: make(),
    walletKey: make(),
    accountKey: make(),
    factsKey: make(),
    noticeSecret: make(),
    mailKey: make(),
  };
  await disk.replace(path, JSON.stringify(secrets, null, 2));
  return { secrets, isNew: true };
}

const make = (): string => randomBytes(32).toString('base64url');
const newOwnerKey = (): string => randomBytes(18).toString('base64url');

/** Another key for the owner; the one before opens nothing from the next start on. @returns it, to be shown once */
export async function renewOwnerKey(folder: string, disk: Disk): Promise<string> {
  const { secrets } = await loadSecrets(folder, disk);
  const ownerKey = newOwnerKey();
  await disk.replace(join(folder, 'secrets.json'), JSON.stringify({ ...secrets, ownerKey }, null, 2));
  return ownerKey;
}
