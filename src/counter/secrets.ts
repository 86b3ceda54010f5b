import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import * as z from 'zod';
import { readJson, replaceFile } from './files/smallFile';

const Secrets = z.object({
  /** What the seller's studio shows once to be let in. */
  ownerKey: z.string(),
  /** Signs cookies, links and checkouts. */
  signing: z.string(),
  paymentsKey: z.string(),
  noticeSecret: z.string(),
  mailKey: z.string(),
});
export type Secrets = z.infer<typeof Secrets>;

/** Made on first start, kept in the data folder, never anywhere else. */
export async function loadSecrets(folder: string): Promise<Secrets> {
  const path = join(folder, 'secrets.json');
  const known = readJson(path);
  if (known !== null) return Secrets.parse(known);
  const make = (): string => randomBytes(32).toString('base64url');
  const secrets: Secrets = {
    ownerKey: randomBytes(18).toString('base64url'),
    signing: make(),
    paymentsKey: make(),
    noticeSecret: make(),
    mailKey: make(),
  };
  await replaceFile(path, JSON.stringify(secrets, null, 2));
  return secrets;
}
